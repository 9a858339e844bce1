import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { EARLIER } from './earlier-migrations';

const ROOT = join(__dirname, '../../..');
const FOLDER = join(ROOT, 'server/migrations');

/**
 * The migrations that landed, by the SHA-256 of their files, with what they stand on. A migration never changes once it is here: what
 * is to be otherwise goes into a new one, and its hash to the end of this list.
 */
const LANDED: Readonly<Record<string, string>> = {
  '001-shop.sql': '7f534cdc3edeea30599e94a535bbbbba0ecfa5ee8235062cfca948fd08901020',
  '002-book.sql': 'fa784fe045011d50b5fcf361165788e98463a8f81f903a2059b5745773efbd74',
  '003-job.sql': '297c85c48c5aa382c488736da50c4c2637614f373fe9c8a398731b662af6aeae',
  '004-run.sql': 'ca3c125d35f68c799b28f79a2dd2f7f303138125266d7113c367525f76a3757b',
  '005-demo.sql': '861d9b2aa04dfb436077754e19ae57d040b4a430ca68c2dcd0f8440d48f8f622',
  '006-whole-shop.sql': '1967018109d689aef2b4ba6bb960761067e43a330986d2809812c8422809556b',
  '007-tuning.sql': '99b36a670f67cf10dda7d2cbbb6681561cc1786f4e1b1d6c11994880bf2522aa',
  '008-job.sql': '7fa6434a9b03a49f75a15633acc1b79e498c0e088cab2d206c858cb2019f022a',
  '009-tuning-goes-on.sql': '6f9aa1bb59ea352a7335df512c37464962f3645e78fb72585c274c9f061cf50c',
  '010-mend.sql': 'd59c41619c310c154a1dd70444f3b454de9950c53ee287bc1e8f9c8e043e7a34',
  '011-return.sql': '03e91fc601c18b8e190e90cf4c27b250cf26b7b7f93ec5fd9bcc062424ba37a4',
  '012-run-book.sql': '852c6ef9558a8c9eeb85f7399b33ce51ab68ce76bf7343329332b09a382e228c',
  '013-operation.sql': 'bfeabc6c57aeb109839aed32fda0f99a7a2da5250a9e922ca8519fdae01714eb',
  '014-growth.sql': 'c1ea256c957237d476c722cbb8daa41fad6ae9be0d8257f10302f09f381cb588',
  '015-hold.sql': 'ef40da70d070ec2104dc590f35b60c241aca8f8cf538732549e06cb55d425a99',
  '016-tally.sql': '10f900060a92b72ae845c7d3f4a190805d1cb155e62b739e87d08645db8a19af',
  '017-form.sql': '6dbb69754a7b6441d0682f98d307c3c90caac12a83c1c9269d3508ab7580f0dd',
  '018-form.ts': 'efb6a3f6677e40a23c643c09e335f9141850e7871f4b850c4c8214c7c4a4eedf',
  '019-form.sql': '98f141eed95b89923bd48bce699f42c4e2477b97d06b2f69de9d8cf06292bf36',
  '020-run-sheet.sql': '438531d451bf06caea47211332ac7ef2f1476894469c5a185382301423082a82',
  '021-measured.sql': '656c0f0df4324ee5e1afc0cb4a1d99d0dbbeaa7de84dff07f297811bbfffa1de',
  '022-ways.sql': '481f86117ccd85093768f83cfcc3c459fe249bdc77c084e7e13289fc10535ea7',
  '023-correction.sql': '96ee817b94c112e49e8ef5bfa7605c2dda0d2f3edac4f49e86e9a2f5a57bb62e',
  '024-two-sides.sql': '3624bf797d7a89b8435f80183febe2e8b202f69ed393e35793cd830aa120caeb',
  '025-true-photos.sql': 'a18fc9a80baf934834cc9a7eb9e964476d4a5e30e90091165874d2bab3fb3ec8',
  '026-marks.sql': 'bc1c18a59f58d40ae7e728b8b38e0893621cbbab971a7e59282a98beace61f5c',
  '027-machine.sql': '632545e6e6f1028ba600cb59b70bee4a4436a26b9e2f8563bb98ba48cd0b5794',
  '028-press.sql': '61884b3e26439601995a11c010e5f892c7139957aa78ce1caebe5aa5df81f4da',
  '029-at-the-press.sql': 'a6af1503d3ca3d49f00e004fb5f22753271f3cfc08b27584099955e2cefbdb90',
  '030-tone-ways.sql': '10ac82b34f125d51d0d57e21ffc3366ac5aa6268c781162e92b40f21b2983dec',
  '031-process-open.sql': 'cb91a686ca1e95c88607787a1546258f8f36859fb0013637b4b13e7d9e82a07b',
  '032-whole-documents.sql': '2209bd2ebdd357772d92808786254b31179496036e0c64d5fcba7fc329da69b9',
  '033-by-job.sql': '2dd2c40d4cb2a3e016fdcaed5d266f7e521b22ea9f04ac3eff5660561ed8091a',
  '034-open-pressings.sql': '7988c62c0367f8539a368ca4d5721ba8d6043bf5be2810a8cc9c9d1a55bce949',
  '035-nearest.sql': '4564323841956a20c2a6d2a21706afa6768c3ffecea795be30fdddce19d0e89c',
  '036-holder-offsets.sql': 'c210a31f4f6102ead189e86d992935e6d478bb15a32c14d25372768ab1a8b2c2',
  '037-on-the-carrier.sql': 'b03ad13ad9ecde87d5c2ad50e6340c67985ed134383894717ea694f322f95643',
  '038-record-edit.sql': 'ac0adb0fb1891a9c9f549fac302a3bc284d761daacae5996b9c378b55f037e69',
  '018-form/document.ts': '2408a2564043d6c0c041853dac8bb4012640296586c2358a60cfef1b1dd1d59e',
  '018-form/lines.ts': '56a65aaae75a7061c083dc411675816aea1142ddd3999c9907683c74cbc88cae',
};

/** A file that could never be run: what it adds was there already. */
const NEVER_RUN = ['7a1d5b2b40e12f70857411d9aadc8c003bddb5aa782214422b5125c055e9e869'];

const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

function filesOf(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? filesOf(join(folder, entry.name)) : [relative(FOLDER, join(folder, entry.name))],
  );
}
const git = (...args: string[]): Buffer =>
  execFileSync('git', args, { cwd: ROOT, maxBuffer: 1e8, stdio: ['ignore', 'pipe', 'ignore'] });

/** What each migration was in each commit that changed it; nothing where there is no history. */
function everInGit(): { name: string; sha256: string }[] {
  let log: string;
  try {
    log = git('log', '--format=commit %H', '--name-only', '--diff-filter=AM', '--', 'server/migrations').toString();
  } catch {
    return [];
  }
  let commit = '';
  return log.split('\n').flatMap((line) => {
    if (line.startsWith('commit ')) commit = line.slice(7);
    const name = line.startsWith('server/migrations/') ? line.slice('server/migrations/'.length) : '';
    return name ? [{ name, sha256: hashOf(git('show', `${commit}:server/migrations/${name}`)) }] : [];
  });
}

describe('migrations', () => {
  it('are what they were when they landed', () => {
    const now = Object.fromEntries(filesOf(FOLDER).map((name) => [name, hashOf(readFileSync(join(FOLDER, name)))]));
    expect(now).toEqual(LANDED);
  });

  it('stand alone: none brings in what goes on living', () => {
    for (const name of filesOf(FOLDER).filter((file) => file.endsWith('.ts'))) {
      const from = [...readFileSync(join(FOLDER, name), 'utf8').matchAll(/from '([^']+)'/g)].map(([, path]) => path);
      expect({ name, living: from.filter((path) => !path.startsWith('./') && path !== 'uuid') }).toEqual({
        name,
        living: [],
      });
    }
  });

  it('open a database that was made by any version of them', () => {
    const known = (name: string) => [LANDED[name], ...NEVER_RUN, ...(EARLIER[name] ?? []).map(({ sha256 }) => sha256)];
    expect(everInGit().filter(({ name, sha256 }) => !known(name).includes(sha256))).toEqual([]);
  });
});

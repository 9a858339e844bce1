import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser } from '@playwright/test';
import { ensureWebBuild } from '../scripts/build.mjs';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { remakeDatabase } from '../scripts/database.mjs';
import { freePort, startPostgres } from '../scripts/postgres.mjs';
import { ensureChromium, root } from '../scripts/setup.mjs';

// The Bench opened for the first time and again, on a phone whose processor is four times slower: bytes over the line and
// milliseconds until its last heading stands there. Against the build before the house was made light (its commit is
// checked out, installed and built once, among the machine's temporary files).
const BEFORE = '4602b98';
const SLOWER = 4;
const ROUNDS = 5;
const LAST_SHOWN = 'Recipes used last';

interface Load {
  firstMs: number;
  secondMs: number;
  bytes: number;
  requests: number;
}

const middle = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

async function load(browser: Browser, address: string): Promise<Load> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  // The line on which changes of others come is never idle; to answer it here would turn the browser's own store of files off.
  await page.addInitScript(() => Reflect.deleteProperty(window, 'EventSource'));
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  let bytes = 0;
  let requests = 0;
  session.on('Network.loadingFinished', ({ encodedDataLength }) => {
    bytes += encodedDataLength;
    requests += 1;
  });
  const open = async () => {
    const began = performance.now();
    await page.goto(address, { waitUntil: 'commit' });
    await page.getByText(LAST_SHOWN).first().waitFor({ timeout: 60_000 });
    return performance.now() - began;
  };
  const firstMs = await open();
  await page.waitForLoadState('networkidle');
  const first = { bytes, requests };
  const secondMs = await open();
  await context.close();
  return { firstMs, secondMs, ...first };
}

/** Loads of the application that stands in a folder, in turn with others: what the machine does meanwhile hits all alike. */
async function served<T>(folder: string, database: string, use: (address: string) => Promise<T>): Promise<T> {
  await remakeDatabase(postgres.url('postgres'), database);
  const port = await freePort();
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: folder,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      DATABASE_URL: postgres.url(database),
      PORT: String(port),
      LOG_FILE: join(root, '.data', 'bench.log'),
    },
  });
  try {
    await once(server, 'message');
    return await use(`http://127.0.0.1:${port}/`);
  } finally {
    server.kill('SIGTERM');
    await once(server, 'exit');
  }
}

/** The application as it was, ready to be served. */
function before(): string {
  // Not under .data: what lies in a folder whose name begins with a dot is not served.
  const folder = join(tmpdir(), `keen-anvil-before-${BEFORE}`);
  if (existsSync(join(folder, 'app', 'dist', '.built-from'))) return folder;
  rmSync(folder, { recursive: true, force: true });
  const run = (command: string, args: string[], cwd: string) => execFileSync(command, args, { cwd, stdio: 'inherit' });
  run('git', ['clone', '--quiet', root, folder], root);
  run('git', ['checkout', '--quiet', BEFORE], folder);
  run('npm', ['ci'], folder);
  run(process.execPath, ['-e', `import('./scripts/build.mjs').then((build) => build.ensureWebBuild())`], folder);
  return folder;
}

ensureChromium();
await ensureWebBuild();
const folder = before();
const postgres = await startPostgres('postgres-bench', { quick: true });
const browser = await chromium.launch(CHROMIUM);
const now: Load[] = [];
const then: Load[] = [];
await served(root, 'bench_load_now', (address) =>
  served(folder, 'bench_load_before', async (addressBefore) => {
    for (let i = 0; i < ROUNDS; i++) {
      then.push(await load(browser, addressBefore));
      now.push(await load(browser, address));
    }
  }),
);
await browser.close();
postgres.stop();
const of = (loads: Load[], what: keyof Load) => middle(loads.map((one) => one[what]));
console.log(
  `first load: ${(of(now, 'bytes') / 1000).toFixed(0)} kB in ${of(now, 'requests')} requests (450 kB wanted; before ${(of(then, 'bytes') / 1000).toFixed(0)} kB)`,
);
console.log(
  `Bench usable, processor ${SLOWER} × slower: ${(of(now, 'firstMs') / of(then, 'firstMs')).toFixed(2)} of before (0.45 wanted): ${of(now, 'firstMs').toFixed(0)} ms (2,500 wanted), before ${of(then, 'firstMs').toFixed(0)} ms`,
);
console.log(
  `Bench again: ${of(now, 'secondMs').toFixed(0)} ms (1,000 wanted), before ${of(then, 'secondMs').toFixed(0)} ms`,
);

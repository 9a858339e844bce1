// npm run bench [-- name [words]]: every benchmark in bench/ whose name has the word, each printing ratios against its reference.
import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensurePackages, giveUp, root } from './setup.mjs';

checkNode();
ensurePackages();
const [name = '', ...words] = process.argv.slice(2);
const all = readdirSync(join(root, 'bench'))
  .filter((file) => file.endsWith('.bench.ts'))
  .sort();
const files = all.filter((file) => file.includes(name));
if (files.length === 0)
  giveUp(`No benchmark has “${name}” in its name. There are ${all.map((file) => file.slice(0, -9)).join(', ')}.`);
let failed = 0;
for (const file of files) {
  const { status } = spawnSync(process.execPath, ['--import', 'tsx', join('bench', file), ...words], {
    cwd: root,
    stdio: 'inherit',
  });
  if (status !== 0) failed += 1;
}
process.exit(failed ? 1 : 0);

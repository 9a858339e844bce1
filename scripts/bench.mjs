// npm run bench: every benchmark in bench/, each printing one ratio against its reference.
import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensurePackages, root } from './setup.mjs';

checkNode();
ensurePackages();
const files = readdirSync(join(root, 'bench'))
  .filter((file) => file.endsWith('.bench.ts'))
  .sort();
let failed = 0;
for (const file of files) {
  if (
    spawnSync(process.execPath, ['--import', 'tsx', join('bench', file)], { cwd: root, stdio: 'inherit' }).status !== 0
  )
    failed += 1;
}
process.exit(failed ? 1 : 0);

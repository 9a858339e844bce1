// npm run dev: PostgreSQL, the server that starts anew when its files change, and the page with reload in seconds.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureDatabase } from './database.mjs';
import { isPortFree, startPostgres } from './postgres.mjs';
import { checkNode, ensurePackages, giveUp, root } from './setup.mjs';

const PAGE_PORT = Number(process.env.PORT ?? 8300);
const SERVER_PORT = PAGE_PORT + 1;
checkNode();
for (const port of [PAGE_PORT, SERVER_PORT])
  if (!(await isPortFree(port)))
    giveUp(`Port ${port} is taken by another program. Stop that, or choose another one: PORT=8310 npm run dev`);
ensurePackages();
await (await import('./fonts.mjs')).makeFonts();
const postgres = await startPostgres('postgres');
await ensureDatabase(postgres.url('postgres'), 'keen_anvil');

const children = [
  spawn(
    process.execPath,
    [
      '--watch-path=server/src',
      '--watch-path=core/src',
      '--watch-path=contract/src',
      '--watch-preserve-output',
      '--import',
      'tsx',
      'server/src/main.ts',
    ],
    {
      cwd: root,
      stdio: 'inherit',
      env: {
        ...process.env,
        DATABASE_URL: postgres.url('keen_anvil'),
        PORT: String(SERVER_PORT),
        HOSTS: `localhost:${PAGE_PORT},127.0.0.1:${PAGE_PORT}`,
      },
    },
  ),
  spawn('npx', ['expo', 'start', '--web', '--port', String(PAGE_PORT)], {
    cwd: join(root, 'app'),
    stdio: 'inherit',
    env: {
      ...process.env,
      EXPO_OFFLINE: '1',
      EXPO_NO_TELEMETRY: '1',
      CI: 'false',
      BROWSER: 'none',
      API_PORT: String(SERVER_PORT),
    },
  }),
];
console.log(`\nThe page: http://127.0.0.1:${PAGE_PORT} (the server behind it: ${SERVER_PORT})\n`);

function stop() {
  for (const child of children) child.kill('SIGTERM');
  postgres.stop();
  process.exit(0);
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
for (const child of children) child.on('exit', stop);

// npm start: sets up what is missing, starts PostgreSQL and the server, and stops both on Ctrl-C.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureWebBuild } from './build.mjs';
import { ensureDatabase } from './database.mjs';
import { isPortFree, startPostgres } from './postgres.mjs';
import { checkNode, dataDir, ensurePackages, giveUp, root } from './setup.mjs';

const port = Number(process.env.PORT ?? 8300);
if (!Number.isInteger(port) || port < 1 || port > 65_535) giveUp(`PORT must be a number from 1 to 65535; “${process.env.PORT}” was given.`);
checkNode();
if (!(await isPortFree(port))) giveUp(`Port ${port} is taken by another program. Stop that, or choose another one: PORT=8301 npm start`);
ensurePackages();
ensureWebBuild();
const postgres = await startPostgres('postgres');
let isStopping = false;
let server = null;
const stop = (code) => {
  if (isStopping) return;
  isStopping = true;
  const end = () => {
    postgres.stop();
    process.exit(code);
  };
  if (!server || server.exitCode !== null) end();
  else {
    server.once('exit', end);
    server.kill('SIGTERM');
  }
};
process.on('SIGINT', () => stop(0));
process.on('SIGTERM', () => stop(0));
process.on('SIGHUP', () => stop(0));

try {
  await ensureDatabase(postgres.url('postgres'), 'keen_anvil');
} catch (error) {
  console.error(`The database could not be made ready: ${error.message}`);
  stop(1);
}
if (!isStopping) {
  server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    // Of its own group, so that Ctrl-C reaches it once, by our hand.
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, DATABASE_URL: postgres.url('keen_anvil'), PORT: String(port), LOG_FILE: join(dataDir, 'server.log') },
  });
  server.on('message', (message) => {
    if (message === 'ready') console.log(`\nKeen Anvil is at http://127.0.0.1:${port}\nCtrl-C stops it. Its log is in .data/server.log`);
  });
  server.on('exit', (code) => {
    if (!isStopping) console.error(`\nThe server stopped by itself; .data/server.log says more.`);
    stop(code || 1);
  });
}

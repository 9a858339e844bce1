// npm start: sets up what is missing, starts PostgreSQL and the server, and stops both on Ctrl-C.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureWebBuild } from './build.mjs';
import { ensureDatabase } from './database.mjs';
import { isPortFree, startPostgres } from './postgres.mjs';
import { Restarts } from './restarts.mjs';
import { checkNode, dataDir, ensurePackages, giveUp, root } from './setup.mjs';

const port = Number(process.env.PORT ?? 8300);
if (!Number.isInteger(port) || port < 1 || port > 65_535)
  giveUp(`PORT must be a number from 1 to 65535; “${process.env.PORT}” was given.`);
checkNode();
if (!(await isPortFree(port)))
  giveUp(`Port ${port} is taken by another program. Stop that, or choose another one: PORT=8301 npm start`);
ensurePackages();
await ensureWebBuild();
const postgres = await startPostgres('postgres');
/** It is looked this often whether PostgreSQL still runs. */
const LOOK_MS = 1000;
/** The server ends with this code where a next try would end alike. */
const HOPELESS = 2;

let isStopping = false;
let server = null;
const ofServer = new Restarts();
const ofPostgres = new Restarts();
let looking = null;
let pausing = null;

/** Ends both, the server first, and then this. */
function stop(code) {
  if (isStopping) return;
  isStopping = true;
  clearInterval(looking);
  clearTimeout(pausing);
  const end = () => {
    postgres.stop();
    process.exit(code);
  };
  if (!server || server.exitCode !== null || server.signalCode !== null) end();
  else {
    server.once('exit', end);
    server.kill('SIGTERM');
  }
}
process.on('SIGINT', () => stop(0));
process.on('SIGTERM', () => stop(0));
process.on('SIGHUP', () => stop(0));

function startServer() {
  ofServer.began();
  server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    cwd: root,
    // Of its own group, so that Ctrl-C reaches it once, by our hand.
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: {
      ...process.env,
      DATABASE_URL: postgres.url('keen_anvil'),
      PORT: String(port),
      LOG_FILE: join(dataDir, 'server.log'),
    },
  });
  server.on('message', (message) => {
    if (message === 'ready')
      console.log(`\nKeen Anvil is at http://127.0.0.1:${port}\nCtrl-C stops it. Its log is in .data/server.log`);
  });
  server.on('exit', (code) => {
    if (isStopping) return;
    if (code === HOPELESS) return stop(1);
    const pause = ofServer.ended();
    if (pause === undefined) {
      console.error(
        `\nThe server ended by itself ${ofServer.inARow} times in a row and is given up; .data/server.log says more.`,
      );
      return stop(1);
    }
    console.error(`\nThe server ended by itself; it is started again. .data/server.log says more.`);
    pausing = setTimeout(startServer, pause);
  });
}

/** PostgreSQL is started again; the server waits for it meanwhile. */
function lookAtPostgres() {
  if (isStopping || postgres.isRunning()) return;
  if (ofPostgres.ended() === undefined || !postgres.start()) {
    console.error(`\nPostgreSQL ended by itself and is given up; ${postgres.log} says more.`);
    stop(1);
    return;
  }
  ofPostgres.began();
  console.error('\nPostgreSQL ended by itself; it was started again.');
}

try {
  await ensureDatabase(postgres.url('postgres'), 'keen_anvil');
} catch (error) {
  console.error(`The database could not be made ready: ${error.message}`);
  stop(1);
}
if (!isStopping) {
  startServer();
  looking = setInterval(lookAtPostgres, LOOK_MS);
}

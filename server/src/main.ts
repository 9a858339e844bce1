import 'reflect-metadata';
import type { Server } from 'node:http';
import { join } from 'node:path';
import { pino, destination } from 'pino';
import { createApp } from './app';
import { HopelessDatabaseError } from './db/migrate';
import { createPool } from './db/pool';
import { HeavyPool } from './heavy/pool';
import { assemble } from './parts';
import { prepareDatabase } from './prepare';

/** Requests under way are answered before the server stops, for so long, in ms. */
const DRAIN_MS = 10_000;
const IDLE_LOOK_MS = 50;
/** After it was told to stop, the server takes requests until none has come for a while, but not for ever, in ms. */
const QUIET_MS = 500;
const LAST_CALL_MS = 5000;
/** The head of a request, and all of it with its body, have to be there within this, in ms. */
const HEADERS_MS = 15_000;
const REQUEST_MS = 60_000;

/** Starts the server: DATABASE_URL, PORT, LOG_FILE, WEB_DIR and HOSTS (names it is reached under besides loopback's) say how. */
async function main(): Promise<void> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is missing: the address of the PostgreSQL database.');
  const port = Number(process.env.PORT ?? 8300);
  const log = pino(
    { level: process.env.LOG_LEVEL ?? 'info' },
    destination({ dest: process.env.LOG_FILE ?? 1, sync: false, mkdir: true }),
  );
  const pool = createPool(url);
  pool.on('error', (error) => log.error({ err: error }, 'a database connection was lost'));
  const heavy = new HeavyPool();
  await prepareDatabase(pool, url, heavy);
  const parts = assemble({ pool, url, heavy, log });
  const app = createApp({
    ...parts,
    log,
    webDir: process.env.WEB_DIR ?? join(__dirname, '../../app/dist'),
    hosts: (process.env.HOSTS ?? '')
      .split(',')
      .map((name) => name.trim().toLowerCase())
      .filter(Boolean),
  });
  await parts.watch.start();
  parts.keeper.wake();
  const server = app.listen(port, '127.0.0.1');
  // A body that trickles in is cut off: it would keep its room for ever.
  server.headersTimeout = HEADERS_MS;
  server.requestTimeout = REQUEST_MS;
  server.once('listening', () => process.send?.('ready'));
  server.once('error', (error) => fail(error));

  let isStopping = false;
  const stop = async () => {
    if (isStopping) return;
    isStopping = true;
    const drained = drain(server);
    // Whoever follows a run is let go first: such a line would never end by itself.
    await parts.watch.close();
    await parts.keeper.close();
    await drained;
    await heavy.close();
    await pool.end();
    process.exit(0);
  };
  process.on('SIGTERM', () => void stop());
  process.on('SIGINT', () => void stop());
  // Started by another process that is gone: nobody is left to stop us.
  process.on('disconnect', () => void stop());
}

/** Takes no more requests, answers those that are under way, and lets everybody go. */
async function drain(server: Server): Promise<void> {
  // What was sent before anybody could know of the end is still on its way; each answer says that it is the line's last.
  const began = performance.now();
  let lastCame = began;
  server.prependListener('request', (_request, response) => {
    lastCame = performance.now();
    response.setHeader('Connection', 'close');
  });
  while (performance.now() - lastCame < QUIET_MS && performance.now() - began < LAST_CALL_MS)
    await new Promise((resolve) => setTimeout(resolve, IDLE_LOOK_MS));
  return new Promise((resolve) => {
    const looking = setInterval(() => server.closeIdleConnections(), IDLE_LOOK_MS);
    const late = setTimeout(() => server.closeAllConnections(), DRAIN_MS);
    server.close(() => {
      clearInterval(looking);
      clearTimeout(late);
      resolve();
    });
  });
}

function fail(error: unknown): void {
  console.error(error instanceof Error ? error.message : String(error));
  process.exit(error instanceof HopelessDatabaseError ? 2 : 1);
}

main().catch(fail);

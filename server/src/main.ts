import 'reflect-metadata';
import { join } from 'node:path';
import { pino, destination } from 'pino';
import { createApp } from './app';
import { HopelessDatabaseError } from './db/migrate';
import { createPool } from './db/pool';
import { drainOf } from './drain';
import { HeavyPool } from './heavy/pool';
import { assemble } from './parts';
import { prepareDatabase } from './prepare';

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
  const drain = drainOf(server);
  // A body that trickles in is cut off: it would keep its room for ever.
  server.headersTimeout = HEADERS_MS;
  server.requestTimeout = REQUEST_MS;
  server.once('listening', () => process.send?.('ready'));
  server.once('error', (error) => fail(error));

  let isStopping = false;
  const stop = async () => {
    if (isStopping) return;
    isStopping = true;
    const drained = drain();
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

function fail(error: unknown): void {
  console.error(error instanceof Error ? error.message : String(error));
  process.exit(error instanceof HopelessDatabaseError ? 2 : 1);
}

main().catch(fail);

import 'reflect-metadata';
import { join } from 'node:path';
import { pino, destination } from 'pino';
import { createApp } from './app';
import { migrate } from './db/migrate';
import { createPool } from './db/pool';
import { loadDemo } from './demo/load-demo';
import { HeavyPool } from './heavy/pool';
import { makeMissingCards } from './services/cards';
import { fillPlaces } from './services/fill-places';
import { RunService } from './services/runs';
import { TuningService } from './services/tunings';
import { DeviceBay } from './standin/device-bay';

/** Starts the server: DATABASE_URL, PORT, LOG_FILE and WEB_DIR say how. */
async function main(): Promise<void> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is missing: the address of the PostgreSQL database.');
  const port = Number(process.env.PORT ?? 8300);
  const log = pino({ level: process.env.LOG_LEVEL ?? 'info' }, destination({ dest: process.env.LOG_FILE ?? 1, sync: false, mkdir: true }));
  const pool = createPool(url);
  pool.on('error', (error) => log.error({ err: error }, 'a database connection was lost'));
  const heavy = new HeavyPool();
  await migrate(pool);
  await fillPlaces(pool);
  await loadDemo(pool, heavy);
  await makeMissingCards(pool);
  const bay = new DeviceBay();
  const runs = new RunService(pool, heavy, log, bay);
  const tunings = new TuningService(pool, heavy, log, bay);
  await runs.recover();
  await tunings.recover();
  const app = createApp({ pool, heavy, runs, tunings, log, webDir: process.env.WEB_DIR ?? join(__dirname, '../../app/dist') });
  const server = app.listen(port, '127.0.0.1');
  server.once('listening', () => process.send?.('ready'));
  server.once('error', (error) => fail(error));

  let isStopping = false;
  const stop = async () => {
    if (isStopping) return;
    isStopping = true;
    server.close();
    server.closeAllConnections();
    await runs.close();
    await tunings.close();
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
  process.exit(1);
}

main().catch(fail);

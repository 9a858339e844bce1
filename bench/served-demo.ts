import type { AddressInfo } from 'node:net';
import type { Pool } from 'pg';
import { pino } from 'pino';
import { remakeDatabase } from '../scripts/database.mjs';
import { startPostgres } from '../scripts/postgres.mjs';
import { assemble, createApp, createPool, HeavyPool, lookAround, prepareDatabase } from './server';

/** The demo, served on a free port without a limit of requests; with the rows that a bench may ask about. */
export interface ServedDemo {
  pool: Pool;
  heavy: InstanceType<typeof HeavyPool>;
  address: string;
  world: Awaited<ReturnType<typeof lookAround>>;
  close: () => Promise<void>;
}

/** @param grow what is to be done with the demo before anybody asks for it; nobody looks around in it then */
export async function servedDemo(database: string, grow?: (pool: Pool) => Promise<void>): Promise<ServedDemo> {
  const postgres = await startPostgres('postgres-bench', { quick: true });
  await remakeDatabase(postgres.url('postgres'), database);
  const url = postgres.url(database);
  const pool = createPool(url);
  const heavy = new HeavyPool();
  await prepareDatabase(pool, url, heavy);
  await grow?.(pool);
  const log = pino({ level: 'silent' });
  const parts = assemble({ pool, url, heavy, log });
  await parts.watch.start();
  parts.keeper.wake();
  const server = createApp({ ...parts, log, webDir: null, requestsPerMinute: 1e9 }).listen(0, '127.0.0.1');
  await new Promise((resolve) => server.once('listening', resolve));
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    pool,
    heavy,
    address,
    world: grow
      ? (undefined as never)
      : await lookAround(async (path) => (await (await fetch(address + path)).json()) as never),
    close: async () => {
      server.close();
      server.closeAllConnections();
      await parts.watch.close();
      await parts.keeper.close();
      await heavy.close();
      await pool.end();
      postgres.stop();
    },
  };
}

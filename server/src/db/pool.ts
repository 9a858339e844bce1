import { Pool, types } from 'pg';
import type { Db } from './db';
import type { Here } from '../here';
import { asOperation } from './operation';

/** A moment is one kind from the database to the screen: text, in UTC, to the millisecond, as JSON has it too (`iso` in SQL). */
const asDate = types.getTypeParser(types.builtins.TIMESTAMPTZ) as (text: string) => Date;
types.setTypeParser(types.builtins.TIMESTAMPTZ, (text) => asDate(text).toISOString());

/** Two that wait for each other, or read what the other writes: one of them is given up by PostgreSQL, and may try again. */
const MAY_TRY_AGAIN = new Set(['40P01', '40001']);
const MOST_TRIES = 6;
const PAUSE_MS = 15;

/** So long may a connection be waited for, in ms: a computer busy with other things gives its turn late, and nothing is wrong. */
const CONNECTION_MS = 20_000;

/** Connections to PostgreSQL. Queries that hang are given up after 15 s. */
export function createPool(url: string): Pool {
  const pool = new Pool({
    connectionString: url,
    max: 8,
    statement_timeout: 15_000,
    connectionTimeoutMillis: CONNECTION_MS,
    keepAlive: true,
  });
  // A connection that is lost while it is in use says so by the query that fails; without a listener it would end the process.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}

/**
 * Runs `work` in one transaction: all of it is written, or nothing. It is run anew where PostgreSQL gave it up for another
 * one's sake, so it changes nothing but the database. The first transaction of a write takes its name; see {@link asOperation}.
 */
export async function inTransaction<T>(here: Here, pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await once(here, pool, work);
    } catch (error) {
      if (!MAY_TRY_AGAIN.has((error as { code?: string }).code ?? '') || tries >= MOST_TRIES) throw error;
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS * tries * (0.5 + Math.random())));
    }
  }
}

async function once<T>({ operation }: Here, pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('BEGIN');
    const result = await asOperation(operation, client, () => work(client));
    await client.query('COMMIT');
    return result;
  } catch (error) {
    // A line that is lost cannot be rolled back on: PostgreSQL has done so by itself.
    await client.query('ROLLBACK').catch((lost: Error) => (broken = lost));
    throw error;
  } finally {
    client.release(broken);
  }
}

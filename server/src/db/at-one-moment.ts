import type { Pool } from 'pg';
import type { Db } from './db';

/** Reads piece by piece, all of it as it stands when the reading begins, whatever is written meanwhile. */
export async function* atOneMoment<T>(pool: Pool, read: (db: Db) => AsyncGenerator<T>): AsyncGenerator<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
    yield* read(client);
  } catch (error) {
    broken = error as Error;
    throw error;
  } finally {
    // Also where whoever reads has gone away in the middle.
    if (!broken) await client.query('COMMIT').catch((lost: Error) => (broken = lost));
    client.release(broken);
  }
}

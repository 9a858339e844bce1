import { Pool, type PoolClient } from 'pg';

/** Anything that runs a query: the pool, or one client within a transaction. */
export type Db = Pick<Pool | PoolClient, 'query'>;

/** Connections to PostgreSQL. Queries that hang are given up after 15 s. */
export function createPool(url: string): Pool {
  return new Pool({ connectionString: url, max: 8, statement_timeout: 15_000, connectionTimeoutMillis: 5_000 });
}

/** Runs `work` in one transaction: all of it is written, or nothing. */
export async function inTransaction<T>(pool: Pool, work: (db: Db) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK');
    throw error;
  } finally {
    client.release();
  }
}

import type { Pool, PoolClient } from 'pg';
import type { Here } from '../here';
import { inTransaction } from './pool';

/** Words that begin and end a transaction: within a larger one they say nothing. */
const BOUNDS = new Set(['BEGIN', 'COMMIT']);

/**
 * Does in one transaction what is made of many: all of it is written, or nothing. Its parts are given a pool of which every
 * connection is this transaction's own; where one of them fails, all of it does.
 */
export function inOneTransaction<T>(here: Here, pool: Pool, work: (pool: Pool) => Promise<T>): Promise<T> {
  return inTransaction(here, pool, (db) => {
    const query = (...asked: Parameters<PoolClient['query']>) =>
      typeof asked[0] === 'string' && BOUNDS.has(asked[0])
        ? Promise.resolve({ rows: [], rowCount: 0 })
        : (db.query as (...args: unknown[]) => unknown)(...asked);
    const client = { query, release: () => undefined };
    return work({ query, connect: async () => client } as unknown as Pool);
  });
}

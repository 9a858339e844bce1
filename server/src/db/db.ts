import type { Pool, PoolClient } from 'pg';

/** Anything that runs a query: the pool, or one client within a transaction. */
export type Db = Pick<Pool | PoolClient, 'query'>;

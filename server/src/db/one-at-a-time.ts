import { Client } from 'pg';

/**
 * Does something while no other server on the same database does it: the others wait for it.
 * @param key tells apart what must not happen at once
 */
export async function oneAtATime<T>(url: string, key: number, work: () => Promise<T>): Promise<T> {
  // A line of its own: the lock is let go with it, whatever happens.
  const client = new Client({ connectionString: url, keepAlive: true });
  client.on('error', () => undefined);
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [key]);
    return await work();
  } finally {
    await client.end().catch(() => undefined);
  }
}

import { Client } from 'pg';
import { createPool } from '../src/db/pool';
import { migrate } from '../src/db/migrate';
import { loadDemo } from '../src/demo/load-demo';
import { HeavyPool } from '../src/heavy/pool';

export const TEMPLATE = 'keen_anvil_template';

/** Makes the database that every test file copies: migrated, with the demo. */
export default async function globalSetup(): Promise<void> {
  const url = process.env.TEST_DATABASE_URL;
  if (!url)
    throw new Error('TEST_DATABASE_URL is missing: run the tests with npm test, which starts a PostgreSQL for them.');
  const admin = new Client({ connectionString: url });
  await admin.connect();
  await admin.query(`DROP DATABASE IF EXISTS ${TEMPLATE}`);
  await admin.query(`CREATE DATABASE ${TEMPLATE}`);
  await admin.end();
  const pool = createPool(url.replace(/\/[^/]*$/, `/${TEMPLATE}`));
  const heavy = new HeavyPool();
  await migrate(pool);
  await loadDemo(pool, heavy);
  await heavy.close();
  await pool.end();
}

import { Client } from 'pg';

/** Makes an empty database of the given name, in place of one that was there before. */
async function main(): Promise<void> {
  const [name] = process.argv.slice(2);
  if (!/^[a-z_0-9]+$/.test(name ?? '')) throw new Error(`The name of a database was expected; “${name}” came.`);
  const admin = new Client({ connectionString: process.env.TEST_DATABASE_URL });
  await admin.connect();
  await admin.query(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`);
  await admin.query(`CREATE DATABASE ${name}`);
  await admin.end();
}

void main();

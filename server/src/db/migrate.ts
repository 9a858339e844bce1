import { AT_START } from '../here';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import type { Pool } from 'pg';
import { EARLIER } from './earlier-migrations';
import type { Db } from './db';
import { inTransaction } from './pool';

const load = createRequire(__filename);
const FOLDER = join(__dirname, '../../migrations');
/** Two servers that start at once must not migrate at once. */
const LOCK = 7_203_001;

/** The database does not fit the program; another try ends alike. */
export class HopelessDatabaseError extends Error {}

/** What a migration that computes looks like; it hears what it has come to. */
interface Computed {
  up: (db: Db, told: (words: string) => void) => Promise<void>;
}

/**
 * Brings the schema up to date: every file of migrations/ that was not run yet, in order of name, each recorded with
 * its hash, all in one transaction. Most are SQL; one that has to compute is TypeScript.
 * @param told hears how far a migration that takes long has come
 * @returns the names of the files that were run
 * @throws HopelessDatabaseError where a file that was run before has been changed since, or the database was made by a newer program
 */
export async function migrate(pool: Pool, told: (words: string) => void = () => undefined): Promise<string[]> {
  return inTransaction(AT_START, pool, async (db) => {
    // What a large workshop's rows take may be longer than any query of the server.
    await db.query('SET LOCAL statement_timeout = 0');
    await db.query('SELECT pg_advisory_xact_lock($1)', [LOCK]);
    await db.query(`CREATE TABLE IF NOT EXISTS schema_migration (
      name text PRIMARY KEY, sha256 text NOT NULL, applied_at timestamptz NOT NULL DEFAULT now())`);
    const { rows } = await db.query<{ name: string; sha256: string }>('SELECT name, sha256 FROM schema_migration');
    const applied = new Map(rows.map((row) => [row.name, row.sha256]));
    const files = new Set(readdirSync(FOLDER).filter((file) => /\.(sql|ts)$/.test(file)));
    const unknown = [...applied.keys()].filter((name) => !files.has(name)).sort();
    if (unknown.length)
      throw new HopelessDatabaseError(
        `The database was made by a newer version of the program (it has ${unknown.at(-1)}). Start that version, or bring back a backup that is older.`,
      );
    const run: string[] = [];
    for (const name of [...files].sort()) {
      const path = join(FOLDER, name);
      const text = readFileSync(path, 'utf8');
      const sha256 = createHash('sha256').update(text).digest('hex');
      const before = applied.get(name);
      if (before === sha256) continue;
      if (before) {
        await catchUp(db, name, before, sha256);
        continue;
      }
      if (name.endsWith('.sql')) await db.query(text);
      else await (load(path) as Computed).up(db, (words) => told(`${name}: ${words}`));
      await db.query('INSERT INTO schema_migration (name, sha256) VALUES ($1, $2)', [name, sha256]);
      run.push(name);
    }
    return run;
  });
}

/** Has a migration that was run as it was earlier do what it does now. */
async function catchUp(db: Db, name: string, before: string, sha256: string): Promise<void> {
  const earlier = EARLIER[name]?.find((one) => one.sha256 === before);
  if (!earlier)
    throw new HopelessDatabaseError(`The migration ${name} was changed after it was run. Add a new one instead.`);
  if (earlier.catchUp) await db.query(earlier.catchUp);
  await db.query('UPDATE schema_migration SET sha256 = $2 WHERE name = $1', [name, sha256]);
}

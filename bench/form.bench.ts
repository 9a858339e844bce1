import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { remakeDatabase } from '../scripts/database.mjs';
import { startPostgres } from '../scripts/postgres.mjs';
import { createPool, migrate } from './server';

// How long it takes to bring a workshop of 1,000 jobs over from before jobs were documents, against filling it.
const JOBS = 1000;
const WANTED_S = 30;

const postgres = await startPostgres('postgres-bench', { quick: true });
await remakeDatabase(postgres.url('postgres'), 'bench_form');
const url = postgres.url('bench_form');
const pool = createPool(url);
const client = await pool.connect();
const began = performance.now();
await client.query(
  gunzipSync(readFileSync(new URL('../server/testing/before-form/dump.sql.gz', import.meta.url))).toString(),
);
client.release(true);
const other = (column: string) => `CASE WHEN t.${column} IS NULL THEN NULL ELSE md5(t.${column}::text || n)::uuid END`;
const copies = (table: string, fields: string) =>
  pool.query(
    `INSERT INTO ${table} SELECT x.* FROM generate_series(1, $1::int) n, ${table} t,
       LATERAL jsonb_populate_record(NULL::${table}, to_jsonb(t) || jsonb_build_object(${fields})) x`,
    [Math.ceil(JOBS / 12) - 1],
  );
const job = `'job_id', ${other('job_id')}`;
await copies('job', `'id', ${other('id')}`);
await copies('artwork', `'id', ${other('id')}, ${job}`);
await copies('artwork_reading', `'artwork_id', ${other('artwork_id')}`);
await copies('job_step', `'id', ${other('id')}, ${job}`);
await copies(
  'job_part',
  `'id', ${other('id')}, 'artwork_id', ${other('artwork_id')}, 'step_id', ${other('step_id')}, 'offset_of', ${other('offset_of')}, ${job}`,
);
await copies('placement', `'part_id', ${other('part_id')}`);
await pool.query('ANALYZE');
const filled = performance.now();
await migrate(pool, (words) => console.log(words));
const done = performance.now();
const { rows } = await pool.query<{ n: number }>('SELECT count(*)::int AS n FROM job');
const seconds = (done - filled) / 1000;
console.log(
  `${rows[0].n} jobs were brought over in ${seconds.toFixed(1)} s (${WANTED_S} wanted), ${(seconds / ((filled - began) / 1000)).toFixed(2)} of the time that filling the database takes`,
);
await pool.end();
postgres.stop();

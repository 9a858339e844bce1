import { byItself } from '../server/src/here';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { writeBookCsv, type BookCsvRecipe } from '@keen-anvil/core/exchange';
import { bigBook } from './big-book';
import { DEMO_WORKSHOP_ID, HeavyPool, importBook } from './server';

// Bringing in a table of 10,000 recipes (read, checked, planned, written, made findable) against a bare COPY of the same rows.
const ROWS = 10_000;
const book = await bigBook('bench_import', 100);
const heavy = new HeavyPool();
const rows: (BookCsvRecipe & { temper: string })[] = Array.from({ length: ROWS }, (_, i) => ({
  material: `Bench film ${Math.floor(i / 10)}`,
  family: 'film',
  thicknessMm: 0.05 + (i % 20) * 0.01,
  machine: `Plotter ${1 + (i % 10)}`,
  tool: 'Blade 1',
  process: 'kiss-cut',
  settings: { force: 1 + (i % 40), speed: 1 + (i % 12), passes: 1 },
  source: 'other-maker',
  reason: `row ${i}`,
  note: '',
  temper: 'straw',
}));
const text = writeBookCsv(rows);
const folder = mkdtempSync(join(tmpdir(), 'keen-anvil-bench-'));
const file = join(folder, 'rows.csv');
writeFileSync(file, text);
chmodSync(folder, 0o755);
chmodSync(file, 0o644);
const columns = text
  .slice(0, text.indexOf('\r\n'))
  .split(',')
  .map((_, i) => `c${i} text`)
  .join(', ');

const began = performance.now();
const { counts } = await importBook(
  byItself(DEMO_WORKSHOP_ID),
  book.pool,
  heavy,
  { fileName: 'rows.csv', bytes: Buffer.from(text) },
  false,
);
const importMs = performance.now() - began;
await book.pool.query(`CREATE TABLE bare (${columns})`);
const times: number[] = [];
for (let i = 0; i < 5; i++) {
  await book.pool.query('TRUNCATE bare');
  const start = performance.now();
  await book.pool.query(`COPY bare FROM '${file}' WITH (FORMAT csv, HEADER)`);
  times.push(performance.now() - start);
}
const copyMs = times.sort((a, b) => a - b)[2];
console.log(
  `bringing in a table of ${counts.new} new records (${ROWS} recipes): ${(importMs / copyMs).toFixed(0)} × a bare COPY of the same rows (${(importMs / 1000).toFixed(2)} s against ${copyMs.toFixed(0)} ms)`,
);
rmSync(folder, { recursive: true });
await heavy.close();
await book.close();

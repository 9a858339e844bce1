import { byItself } from '../server/src/here';
import { randomUUID } from 'node:crypto';
import { readSearch } from '@keen-anvil/core/recipes';
import { sequence } from './many-shapes';
import { servedDemo } from './served-demo';
import { DEMO_WORKSHOP_ID, searchCountSql, searchFrom, searchPageSql, searchValues, toQuery } from './server';

// Fifty at once on search, recipe, Bench and job, every tenth request a write, for a minute: errors, and the 99th percentile
// against that of the search's own SQL, run bare by as many in the same run.
const AT_ONCE = 50;
const SECONDS = 60;
const BARE_SECONDS = 10;

const { pool, address, world, close } = await servedDemo('bench_load');

const next = sequence(3);
const words = [
  'navy vinyl',
  'gold',
  'force 16',
  'plotter kiss',
  'leather laser',
  'birch 3',
  'cream card',
  'glitter film',
];
const pick = <T>(all: readonly T[]): T => all[Math.floor(next() * all.length)];
const percentile = (values: number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)];

/** So many at once, each one after the other, for so long; how long each took, in ms. */
async function press(seconds: number, one: () => Promise<void>): Promise<number[]> {
  const took: number[] = [];
  const end = performance.now() + seconds * 1000;
  await Promise.all(
    Array.from({ length: AT_ONCE }, async () => {
      while (performance.now() < end) {
        const began = performance.now();
        await one();
        took.push(performance.now() - began);
      }
    }),
  );
  return took;
}

let errors = 0;
async function ask(): Promise<void> {
  const isWrite = next() < 0.1;
  const path = isWrite
    ? '/api/jobs'
    : pick([
        `/api/recipes?search=${encodeURIComponent(pick(words))}`,
        `/api/recipes/${world.recipe.id}`,
        '/api/bench',
        `/api/jobs/${world.job.id}`,
      ]);
  const response = await fetch(
    address + path,
    isWrite
      ? {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body: JSON.stringify({ id: randomUUID(), name: 'Load' }),
        }
      : {},
  );
  await response.arrayBuffer();
  if (!response.ok) errors += 1;
}
async function bare(): Promise<void> {
  const text = pick(words);
  const { text: _, ...rest } = searchFrom({ search: text, limit: 50, offset: 0 });
  const { query } = await toQuery(byItself(DEMO_WORKSHOP_ID), pool, readSearch(text));
  if (query === null) return;
  const search = { ...rest, query };
  const values = searchValues(DEMO_WORKSHOP_ID, search);
  await pool.query(searchCountSql(search.query), values);
  await pool.query(searchPageSql(search.sort, search.isDescending, search.query !== ''), [
    ...values,
    search.limit,
    search.offset,
  ]);
}
await press(2, ask);
errors = 0;
const sql = percentile(await press(BARE_SECONDS, bare), 0.99);
const took = await press(SECONDS, ask);
const api = percentile(took, 0.99);
console.log(
  `${AT_ONCE} at once for ${SECONDS} s, a tenth of them writes: ${errors} errors in ${took.length} requests; 99th percentile ${(api / sql).toFixed(1)} × the same SQL bare (${api.toFixed(0)} ms against ${sql.toFixed(0)} ms; median ${percentile(took, 0.5).toFixed(0)} ms)`,
);
await close();

import { byItself } from '../server/src/here';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import type { RecipeSearch } from '../server/src/queries/recipe-search';
import { readSearch } from '@keen-anvil/core/recipes';
import { bigBook } from './big-book';
import { sequence } from './many-shapes';
import {
  assemble,
  createApp,
  DEMO_WORKSHOP_ID,
  HeavyPool,
  searchCountSql,
  searchFrom,
  searchPageSql,
  searchValues,
  toQuery,
} from './server';

// Search over 100,000 recipes: the 95th percentile at the API against that of the same SQL run bare through node-postgres.
const RECIPES = 100_000;
const SEARCHES = 300;

const book = await bigBook('bench_search', RECIPES);
const log = pino({ level: 'silent' });
const heavy = new HeavyPool();
const parts = assemble({ pool: book.pool, url: book.url, heavy, log });
const server = createApp({ ...parts, log, webDir: null }).listen(0, '127.0.0.1');
await new Promise((resolve) => server.once('listening', resolve));
const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/api/recipes`;

const next = sequence(11);
const pick = <T>(all: readonly T[]): T => all[Math.floor(next() * all.length)];
const makeSearch = (): string =>
  pick([
    () => `${pick(['outdoor vinyl', 'transfer film', 'card', 'canvas'])} ${pick(['navy', 'teal', 'gold', 'cream'])}`,
    () => `force ${1 + Math.floor(next() * 40)}`,
    () =>
      `${pick(['veneer', 'felt', 'poplin'])} ${pick(['kiss', 'score', 'deboss'])} speed ${1 + Math.floor(next() * 12)}`,
    () => `no ${Math.floor(next() * 10_000)}`,
    () => `${pick(['stikcer', 'chipbord', 'stencl'])} plotter ${1 + Math.floor(next() * 10)}`,
    () => pick(['na', 'vin', 'cop']),
  ])();
const searches = Array.from({ length: SEARCHES }, makeSearch);

const bare = async (text: string): Promise<void> => {
  const { text: _, ...rest } = searchFrom({ search: text, limit: 50, offset: 0 });
  const { query } = await toQuery(byItself(DEMO_WORKSHOP_ID), book.pool, readSearch(text));
  if (query === null) return;
  const search: RecipeSearch = { ...rest, query };
  const values = searchValues(DEMO_WORKSHOP_ID, search);
  const began = performance.now();
  await book.pool.query(searchCountSql(search.query), values);
  await book.pool.query(searchPageSql(search.sort, search.isDescending, search.query !== ''), [
    ...values,
    search.limit,
    search.offset,
  ]);
  bareMs.push(performance.now() - began);
};
const atApi = async (text: string): Promise<void> => {
  const began = performance.now();
  const answer = await fetch(`${address}?search=${encodeURIComponent(text)}`);
  await answer.json();
  apiMs.push(performance.now() - began);
};
const bareMs: number[] = [];
const apiMs: number[] = [];
for (const text of searches.slice(0, 20)) {
  await bare(text);
  await atApi(text);
}
bareMs.length = 0;
apiMs.length = 0;
for (const text of searches) {
  await atApi(text);
  await bare(text);
}
const percentile = (values: number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)];
const [api, sql] = [percentile(apiMs, 0.95), percentile(bareMs, 0.95)];
console.log(
  `search over ${RECIPES} recipes, 95th percentile: ${(api / sql).toFixed(2)} × the same SQL run bare (${api.toFixed(1)} ms against ${sql.toFixed(1)} ms; medians ${percentile(apiMs, 0.5).toFixed(1)} and ${percentile(bareMs, 0.5).toFixed(1)} ms)`,
);
server.close();
server.closeAllConnections();
await parts.keeper.close();
await heavy.close();
await book.close();

import { randomUUID } from 'node:crypto';
import type { JobAnswer, MachineView, RecipeDetail } from '@keen-anvil/contract';
import pg from 'pg';
import { growShop } from './grown-shop';
import { servedDemo, type ServedDemo } from './served-demo';

// What a screen costs in a workshop with years behind it (100,000 recipes, 10,000 materials, 3,000 jobs, 18,000 runs) against
// the demo: milliseconds and statements, each at most twice the demo's time or 40 ms, whichever is more.
// With a word, as in `npm run bench -- growth jobs`, only what has it in its name.
const GROWN = { materials: 10_000, jobs: 3000 };
const ROUNDS = 9;
const WARM = 2;
const ENOUGH_MS = 40;

let statements = 0;
const query = pg.Client.prototype.query as (...args: unknown[]) => unknown;
pg.Client.prototype.query = function (this: unknown, ...args: unknown[]) {
  const text = typeof args[0] === 'string' ? args[0] : (args[0] as { text?: string })?.text;
  if (text && !/^(BEGIN|COMMIT|SET |LISTEN)/.test(text)) statements += 1;
  return query.apply(this, args);
} as never;

type Shop = Pick<ServedDemo, 'address' | 'pool' | 'world'>;
interface Request {
  method?: string;
  path: string;
  body?: unknown;
}
/** What is asked; where it must be known first how things stand, that is not counted. */
type Ask = (shop: Shop) => Request | Promise<Request>;

const middle = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

async function send(shop: Shop, { method = 'GET', path, body }: Request): Promise<string> {
  const response = await fetch(shop.address + path, {
    method,
    headers: body === undefined ? {} : { 'Content-Type': 'application/json' },
    body: body === undefined ? undefined : JSON.stringify(body),
  });
  const text = await response.text();
  if (!response.ok) throw new Error(`${method} ${path} answered ${response.status}: ${text.slice(0, 300)}`);
  return text;
}
const get = async <T>(shop: Shop, path: string) => JSON.parse(await send(shop, { path })) as T;
const idOfJob = async (shop: Shop, name: string) =>
  (await shop.pool.query<{ id: string }>('SELECT id FROM job WHERE name = $1', [name])).rows[0].id;
const jobNamed = async (shop: Shop, name: string) => get<JobAnswer>(shop, `/api/jobs/${await idOfJob(shop, name)}`);
const present = ({ world, ...shop }: Shop) => get<RecipeDetail>({ world, ...shop }, `/api/recipes/${world.recipe.id}`);

const ASKS: Readonly<Record<string, Ask>> = {
  'the Bench': () => ({ path: '/api/bench' }),
  'list of jobs': () => ({ path: '/api/jobs' }),
  'opening a job': async (shop) => ({ path: `/api/jobs/${await idOfJob(shop, 'Prize coasters')}` }),
  'opening a job with runs': async (shop) => ({ path: `/api/jobs/${await idOfJob(shop, 'Boat numbers, spring set')}` }),
  'runs of a job': async (shop) => ({ path: `/api/jobs/${await idOfJob(shop, 'Boat numbers, spring set')}/runs` }),
  'a nudge of a part': async (shop) => {
    const { id: jobId, version, document } = await jobNamed(shop, 'Prize coasters');
    const [{ id: stepId }] = document.steps;
    const { id } = document.parts.find((part) => part.stepId === stepId)!;
    const dxMm = document.placements.some(({ partId, x }) => partId === id && x > 20) ? -0.5 : 0.5;
    return {
      method: 'POST',
      path: `/api/jobs/${jobId}/actions`,
      body: { version, action: { id: randomUUID(), do: 'nudge-parts', stepId, partIds: [id], dxMm, dyMm: 0 } },
    };
  },
  'list of materials': () => ({ path: '/api/materials' }),
  'a recipe': ({ world }) => ({ path: `/api/recipes/${world.recipe.id}` }),
  'a revision': async (shop) => {
    const { id, version, settings } = await present(shop);
    return {
      method: 'POST',
      path: `/api/recipes/${id}/revisions`,
      body: {
        version,
        settings: { ...settings, speed: settings.speed === 6 ? 7 : 6 },
        source: 'own-trial',
        reason: 'measured',
      },
    };
  },
  'a trial written': async (shop) => {
    const { id, settings } = await present(shop);
    return {
      method: 'POST',
      path: `/api/recipes/${id}/trials`,
      body: { id: randomUUID(), settings, outcome: 'right' },
    };
  },
  'a machine put as it is': async (shop) => {
    const machines = await get<MachineView[]>(shop, '/api/machines');
    const { id, version, isArchived: _, dials, ...fields } = machines.find(({ name }) => name === 'Long plotter')!;
    return {
      method: 'PUT',
      path: `/api/machines/${id}`,
      body: { ...fields, version, dials: dials.map(({ physicalUnit: _p, ...dial }) => ({ ...dial, isRated: false })) },
    };
  },
  'book by material': () => ({ path: '/api/recipes?sort=material' }),
  'book by machine': () => ({ path: '/api/recipes?sort=machine' }),
  'book by process': () => ({ path: '/api/recipes?sort=process' }),
  'book by temper': () => ({ path: '/api/recipes?sort=temper' }),
  'book by temper, downwards': () => ({ path: '/api/recipes?sort=temper&order=down' }),
  'book by last use': () => ({ path: '/api/recipes?sort=used&order=down' }),
  'book by machine, of one material': ({ world }) => ({
    path: `/api/recipes?sort=machine&material=${world.material.id}`,
  }),
  'search for words': () => ({ path: '/api/recipes?search=outdoor%20vinyl%20navy' }),
  'search for one letter': () => ({ path: '/api/recipes?search=v' }),
  'page 1000 of the book': () => ({ path: '/api/recipes?limit=50&offset=49950' }),
  'search misspelt': () => ({ path: '/api/recipes?search=outdor%20vinyll' }),
  'list of tunings': () => ({ path: '/api/tunings' }),
  'a suggestion': ({ world: { recipe, material } }) => ({
    method: 'POST',
    path: '/api/suggestion',
    body: {
      process: recipe.process,
      machineId: recipe.machine.id,
      toolId: recipe.tool.id,
      materialId: material.id,
    },
  }),
  'a material with 2,000 pieces': async ({ pool, world }) => {
    const { rows } = await pool.query<{ id: string }>(
      `SELECT material_id AS id FROM stock_piece GROUP BY material_id HAVING count(*) > 1000`,
    );
    return { path: `/api/materials/${rows[0]?.id ?? world.material.id}` };
  },
  pressings: () => ({ path: '/api/pressings' }),
  'pressings of a job': async (shop) => ({
    path: `/api/jobs/${await idOfJob(shop, 'Boat numbers, spring set')}/pressings`,
  }),
  'quotes of a job': async (shop) => ({ path: `/api/jobs/${await idOfJob(shop, 'Boat numbers, spring set')}/quotes` }),
  templates: () => ({ path: '/api/templates' }),
};

interface Asked {
  ms: number;
  statements: number;
  bytes: number;
}

async function measure(shop: Shop, only: RegExp): Promise<Map<string, Asked>> {
  const answers = new Map<string, Asked>();
  for (const [name, ask] of Object.entries(ASKS)) {
    if (!only.test(name)) continue;
    const rounds: Asked[] = [];
    for (let i = 0; i < ROUNDS; i++) {
      const request = await ask(shop);
      statements = 0;
      const began = performance.now();
      const { length } = await send(shop, request);
      rounds.push({ ms: performance.now() - began, statements, bytes: length });
    }
    const of = (what: keyof Asked) => middle(rounds.slice(WARM).map((round) => round[what]));
    answers.set(name, { ms: of('ms'), statements: of('statements'), bytes: of('bytes') });
  }
  return answers;
}

const only = new RegExp(process.argv[2] ?? '', 'i');
const demo = await servedDemo('bench_growth_demo');
const small = await measure(demo, only);
const { world } = demo;
await demo.close();
const grown = await servedDemo('bench_growth', (pool) => growShop(pool, GROWN));
const big = await measure({ ...grown, world }, only);
console.log(
  `${'asked for'.padEnd(34)}${'demo ms'.padStart(9)}${'grown ms'.padStart(10)}${'statements'.padStart(12)}${'kB'.padStart(7)}`,
);
for (const [name, { ms, statements: count, bytes }] of big) {
  const before = small.get(name)!;
  const isMet = ms <= Math.max(ENOUGH_MS, 2 * before.ms);
  console.log(
    `${name.padEnd(34)}${before.ms.toFixed(1).padStart(9)}${ms.toFixed(1).padStart(10)}${`${before.statements} / ${count}`.padStart(12)}${(bytes / 1000).toFixed(0).padStart(7)}${isMet ? '' : '  over'}`,
  );
}
await grown.close();

import { readFileSync } from 'node:fs';
import { remakeDatabase } from '../scripts/database.mjs';
import { startPostgres } from '../scripts/postgres.mjs';
import { sequence } from './many-shapes';
import { createPool, killDrill, killOne, loseSessions, ServerProcess } from './server';

// Two servers on one database, jobs of two colours with a hold, and one or the other killed at random moments; then the same with
// all sessions of the database lost. What was lost, doubled, left standing or told differently is counted: each should be 0.
const KILLS = 40;
const LOSSES = 20;

const postgres = await startPostgres('postgres-bench', { quick: true });
await remakeDatabase(postgres.url('postgres'), 'bench_kill');
const url = postgres.url('bench_kill');
const servers = [new ServerProcess(url), new ServerProcess(url)] as const;
await Promise.all(servers.map((server) => server.start()));
const pool = createPool(url);
pool.on('error', () => undefined);
await pool.query(`UPDATE stock_piece SET length_mm = 1000000 WHERE kind = 'roll'`);
const drawing = readFileSync(new URL('../core/testing/boat-number-48.svg', import.meta.url));
for (const [what, kills, seed] of [
  ['servers killed', KILLS, 1],
  ['times all database sessions lost', LOSSES, 2],
] as const) {
  const random = sequence(seed);
  const { jobs, lost, doubled, stuck, different } = await killDrill({
    servers,
    pool,
    drawing,
    kills,
    strike: seed === 1 ? killOne(servers, random) : loseSessions(pool),
    random,
  });
  console.log(
    `${kills} ${what} over ${jobs} jobs: ${lost} lost, ${doubled} doubled, ${stuck} stuck, ${different} told differently`,
  );
}
await Promise.all(servers.map((server) => server.stop()));
await pool.end();
postgres.stop();

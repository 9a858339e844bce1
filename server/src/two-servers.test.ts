import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sequence } from '../../bench/many-shapes';
import { killDrill, killOne, loseSessions } from '../testing/kill-drill';
import { ServerProcess } from '../testing/server-process';
import { copyOfDemo, type DemoCopy } from '../testing/test-server';

const drawing = readFileSync(join(__dirname, '../../core/testing/boat-number-48.svg'));
let copy: DemoCopy;
let servers: [ServerProcess, ServerProcess];
beforeAll(async () => {
  copy = await copyOfDemo();
  servers = [new ServerProcess(copy.url), new ServerProcess(copy.url)];
  // At once: one of them makes the database ready, and the other waits for it.
  await Promise.all(servers.map((server) => server.start()));
  // Rolls that do not run out in the drills.
  await copy.pool.query(`UPDATE stock_piece SET length_mm = 100000 WHERE kind = 'roll'`);
});
afterAll(async () => {
  await Promise.all(servers.map((server) => server.stop()));
  await copy.drop();
});

describe('two servers on one database', () => {
  it('lose nothing, double nothing and leave nothing standing when one or the other is killed', async () => {
    const random = sequence(20_261_127);
    const found = await killDrill({
      servers,
      pool: copy.pool,
      drawing,
      kills: 5,
      strike: killOne(servers, random),
      random,
    });
    expect(found).toEqual({ kills: 5, jobs: expect.any(Number), lost: 0, doubled: 0, stuck: 0, different: 0 });
    expect(found.jobs).toBeGreaterThan(0);
  }, 180_000);

  it('go on by themselves when the database lets all of their sessions go', async () => {
    const random = sequence(7);
    const found = await killDrill({
      servers,
      pool: copy.pool,
      drawing,
      kills: 6,
      strike: loseSessions(copy.pool),
      random,
    });
    expect(found).toEqual({ kills: 6, jobs: expect.any(Number), lost: 0, doubled: 0, stuck: 0, different: 0 });
    expect(found.jobs).toBeGreaterThan(0);
  }, 180_000);

  it('answer what is under way when they are told to stop', async () => {
    const [server] = servers;
    const answers = Array.from({ length: 200 }, (_, i) =>
      fetch(`${server.address}/api/recipes?search=${i % 2 ? 'vinyl' : 'gold'}`).then(async (response) => {
        await response.json();
        return response.status;
      }),
    );
    // All of them are there once the first is answered.
    await Promise.race(answers);
    await server.stop();
    expect(await Promise.all(answers)).toEqual(Array(200).fill(200));
    await server.start();
  });
});

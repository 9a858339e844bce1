import { AT_START } from '../here';
import { randomUUID } from 'node:crypto';
import { addresses, type MachineView, type RecipePageView, type ToolView } from '@keen-anvil/contract';
import { sequence } from '../../../bench/many-shapes';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { inOneTransaction } from './one-transaction';
import { inTransaction } from './pool';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
const { api, get } = asker(() => server);

describe('locks', () => {
  it('are taken in one order: nails, tools and machines are changed five at once, and nobody waits for one who waits', async () => {
    const next = sequence(5);
    const { recipes } = await get<RecipePageView>(`${addresses.recipes()}?limit=40`);
    const [tools, machines] = [
      await get<ToolView[]>(addresses.tools()),
      await get<MachineView[]>(addresses.machines()),
    ];
    const nail = () =>
      api()
        .put(addresses.nailCards())
        .send({
          recipeIds: [...recipes]
            .sort(() => next() - 0.5)
            .slice(0, 12)
            .map(({ id }) => id),
        });
    const tool = () => {
      const { name, kind, machineId, details, wear, life, id, version } = tools[Math.floor(next() * tools.length)];
      return api()
        .put(addresses.changeTool({ id }))
        .send({ name: `${name} `, kind, machineId, details, wear, life, version, operationId: randomUUID() });
    };
    const machine = () => {
      const { id, version, isArchived: _a, dials, ...fields } = machines[Math.floor(next() * machines.length)];
      return api()
        .put(addresses.changeMachine({ id }))
        .send({
          ...fields,
          dials: dials.map(({ physicalUnit: _p, ...dial }) => ({ ...dial, isRated: false })),
          version,
          operationId: randomUUID(),
        });
    };
    for (let round = 0; round < 12; round++) {
      const answers = await Promise.all([nail(), tool(), machine(), nail(), tool()]);
      for (const { status } of answers) expect([200, 409]).toContain(status);
    }
    const { rows } = await server.pool.query(
      'SELECT deadlocks::int AS n FROM pg_stat_database WHERE datname = current_database()',
    );
    expect(rows[0].n).toBe(0);
  });

  it('are let go, and the work is done anew, where PostgreSQL gives one of two up', async () => {
    const [one, other] = (await server.pool.query<{ id: string }>('SELECT id FROM tool ORDER BY id LIMIT 2')).rows.map(
      ({ id }) => id,
    );
    let [met, tries] = [0, 0];
    let both: () => void = () => undefined;
    const areBoth = new Promise<void>((resolve) => (both = resolve));
    const crossing = (first: string, second: string) =>
      inTransaction(AT_START, server.pool, async (db) => {
        tries += 1;
        await db.query('UPDATE tool SET wear = wear + 1 WHERE id = $1', [first]);
        if (++met === 2) both();
        await areBoth;
        await db.query('UPDATE tool SET wear = wear + 1 WHERE id = $1', [second]);
      });
    const before = (await server.pool.query('SELECT sum(wear) AS wear FROM tool WHERE id = ANY ($1)', [[one, other]]))
      .rows[0].wear;
    await Promise.all([crossing(one, other), crossing(other, one)]);
    expect(tries).toBe(3);
    expect(
      (await server.pool.query('SELECT sum(wear) AS wear FROM tool WHERE id = ANY ($1)', [[one, other]])).rows[0].wear -
        before,
    ).toBeCloseTo(4, 6);
  });
});

describe('many transactions in one', () => {
  it('are written together or not at all', async () => {
    const ids = [randomUUID(), randomUUID()];
    const make = (fails: boolean) =>
      inOneTransaction(AT_START, server.pool, async (pool) => {
        for (const [i, id] of ids.entries()) {
          await inTransaction(AT_START, pool, async (db) => {
            await db.query('INSERT INTO workshop (id, name, currency) VALUES ($1, $2, $3)', [id, `Loft ${i}`, 'EUR']);
            if (fails && i === 1) throw new Error('broken off');
          });
        }
      });
    await expect(make(true)).rejects.toThrow('broken off');
    const there = async () => (await server.pool.query('SELECT 1 FROM workshop WHERE id = ANY ($1)', [ids])).rowCount;
    expect(await there()).toBe(0);
    await make(false);
    expect(await there()).toBe(2);
  });
});

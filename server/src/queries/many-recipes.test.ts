import { AT_START, byItself } from '../here';
import { addresses, type RecipePageView } from '@keen-anvil/contract';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { inTransaction } from '../db/pool';
import { refreshCards } from '../services/cards';
import { DEMO_WORKSHOP_ID } from '../workshop';
import { listAlike } from './recipes';
import { MOST_COUNTED } from './recipe-search';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
  await addMany(1200);
});
afterAll(() => server.close());

const { get, find } = asker(() => server);

/** So many vinyls of all kinds of thickness, each with a kiss cut on one of the workshop's plotters. */
async function addMany(count: number): Promise<void> {
  const like = await find('navy vinyl long plotter');
  const values = [DEMO_WORKSHOP_ID, count, like.id];
  await inTransaction(AT_START, server.pool, async (db) => {
    await db.query(
      `INSERT INTO material SELECT x.* FROM generate_series(1, $2::int) i, recipe r JOIN material m ON m.workshop_id = r.workshop_id AND m.id = r.material_id,
         LATERAL jsonb_populate_record(NULL::material, to_jsonb(m) || jsonb_build_object('id', md5('m' || i)::uuid, 'name', 'Awning vinyl ' || i, 'thickness_mm', 0.02 + (i * 37 % 401) * 0.002)) x
       WHERE r.workshop_id = $1 AND r.id = $3`,
      values,
    );
    await db.query(
      `INSERT INTO recipe (workshop_id, id, machine_id, tool_id, material_id, process)
       SELECT $1, md5('r' || i)::uuid, a.id, r.tool_id, md5('m' || i)::uuid, r.process FROM generate_series(1, $2::int) i, recipe r,
         (SELECT id, row_number() OVER (ORDER BY name) AS n FROM machine WHERE workshop_id = $1 AND kind = 'plotter') a
       WHERE r.workshop_id = $1 AND r.id = $3 AND a.n = 1 + i % 2`,
      values,
    );
    await db.query(
      `INSERT INTO recipe_revision (workshop_id, recipe_id, number, settings, source, reason)
       SELECT $1, md5('r' || i)::uuid, 1, v.settings, 'own-trial', 'tried' FROM generate_series(1, $2::int) i, recipe_revision v WHERE v.workshop_id = $1 AND v.recipe_id = $3 AND v.number = 1`,
      values,
    );
    const { rows } = await db.query<{ id: string }>(`SELECT id FROM recipe WHERE sort_name = ''`);
    await refreshCards(
      byItself(DEMO_WORKSHOP_ID),
      db,
      rows.map(({ id }) => id),
    );
  });
}

const found = (query: string) => get<RecipePageView>(`${addresses.recipes()}?${query}`);

describe('a book with many recipes', () => {
  it('counts what words find up to a bound, says that there is more, and gives every page of it', async () => {
    const first = await found('search=awning&limit=200');
    expect([first.total, first.hasMore]).toEqual([MOST_COUNTED, true]);
    const ids = new Set<string>();
    for (let offset = 0; ; offset += 200) {
      const { recipes } = await found(`search=awning&limit=200&offset=${offset}`);
      if (recipes.length === 0) break;
      for (const { id } of recipes) ids.add(id);
    }
    expect(ids.size).toBe(1200);
    const tempers = ['bare', 'straw', 'bronze', 'violet', 'blue'];
    const shown = (await found('search=v&limit=200')).recipes.map(({ temper }) => tempers.indexOf(temper.temper));
    expect(shown).toEqual([...shown].sort((a, b) => b - a));
    expect(shown[0]).toBeGreaterThan(shown.at(-1)!);
  });

  it('counts all where words find fewer, the best fit first, and all of a book that is not searched', async () => {
    const { total, hasMore, recipes } = await found('search=awning%201199');
    expect([total, hasMore, recipes[0].material.name]).toEqual([1, false, 'Awning vinyl 1199']);
    expect((await found('limit=1')).total).toBeGreaterThan(1200);
  });

  it('finds the same recipes alike as weighing every one of them would', async () => {
    const { machine, process } = await find('navy vinyl long plotter');
    for (const thicknessMm of [0.02, 0.08, 0.3, 0.9]) {
      const place = { process, family: 'vinyl', machineId: machine.id, thicknessMm };
      const [rows] = await listAlike(server.pool, DEMO_WORKSHOP_ID, [place], 40);
      const { rows: all } = await server.pool.query<{ id: string }>(
        `SELECT r.id FROM recipe r JOIN material m ON m.workshop_id = r.workshop_id AND m.id = r.material_id
         WHERE r.workshop_id = $1 AND m.family = 'vinyl' AND r.process = $2 AND r.archived_at IS NULL
         ORDER BY r.machine_id <> $3, abs(ln(m.thickness_mm / $4::double precision)), r.sort_name, r.id LIMIT 40`,
        [DEMO_WORKSHOP_ID, process, machine.id, thicknessMm],
      );
      expect(rows).toHaveLength(40);
      expect(new Set(rows.map(({ id }) => id))).toEqual(new Set(all.map(({ id }) => id)));
    }
  });
});

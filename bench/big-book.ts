import { AT_START, byItself } from '../server/src/here';
import { MACHINES } from '../server/src/demo/shop-data';
import { remakeDatabase } from '../scripts/database.mjs';
import { startPostgres } from '../scripts/postgres.mjs';
import {
  createPool,
  DEMO_WORKSHOP_ID,
  demoId,
  inTransaction,
  insertMachine,
  insertTool,
  migrate,
  refreshCards,
} from './server';

type Pool = ReturnType<typeof createPool>;

export interface BigBook {
  pool: Pool;
  url: string;
  close: () => Promise<void>;
}

/** What the materials and recipes of a large made-up workshop are named after. */
export const PROCESSES = ['kiss-cut', 'through-cut', 'score', 'deboss', 'drag-engrave'];
export const COLOURS = [
  'navy',
  'white',
  'signal yellow',
  'teal',
  'copper',
  'gold',
  'cream',
  'slate',
  'crimson',
  'moss',
];
export const KINDS = [
  'Outdoor vinyl',
  'Transfer film',
  'Sticker paper',
  'Stencil film',
  'Card',
  'Canvas',
  'Poplin',
  'Felt',
  'Veneer',
  'Chipboard',
];
export const FAMILIES = ['vinyl', 'film', 'sticker', 'stencil', 'card', 'fabric', 'fabric', 'fabric', 'wood', 'wood'];

/** A workshop with so many recipes, on a PostgreSQL of its own on loopback; `recipes` is a multiple of 100. */
export async function bigBook(name: string, recipes: number): Promise<BigBook> {
  const postgres = await startPostgres('postgres-bench', { quick: true });
  await remakeDatabase(postgres.url('postgres'), name);
  const url = postgres.url(name);
  const pool = createPool(url);
  await migrate(pool);
  await pool.query('INSERT INTO demo_done DEFAULT VALUES');
  await inTransaction(AT_START, pool, async (db) => {
    await db.query(`INSERT INTO workshop (id, name, currency) VALUES ($1, 'Slipway Studio', 'EUR')`, [
      DEMO_WORKSHOP_ID,
    ]);
    for (let i = 0; i < 10; i++) {
      await insertMachine(db, DEMO_WORKSHOP_ID, demoId(`plotter ${i}`), { ...MACHINES[0], name: `Plotter ${i + 1}` });
      await insertTool(db, DEMO_WORKSHOP_ID, demoId(`blade ${i}`), {
        name: `Blade ${i + 1}`,
        kind: 'deep-blade',
        machineId: null,
        details: {},
        wear: 0,
        life: null,
      });
      await insertTool(db, DEMO_WORKSHOP_ID, demoId(`stylus ${i}`), {
        name: `Stylus ${i + 1}`,
        kind: 'stylus',
        machineId: null,
        details: {},
        wear: 0,
        life: null,
      });
    }
    // Every material on two machines, in five processes with one tool each: ten recipes a material.
    await db.query(
      `INSERT INTO material (workshop_id, id, name, family, finish, colour, thickness_mm, smallest_detail_mm, mirrored, facing, default_process)
       SELECT $1, gen_random_uuid(), kinds[1 + i % 10] || ', ' || colours[1 + (i / 10) % 10] || ' no. ' || i, families[1 + i % 10], 'matt', '#1d2f5c', 0.05 + (i % 60) * 0.05, 1, false, '', 'kiss-cut'
       FROM generate_series(1, $2::int) i, (SELECT $3::text[] AS kinds, $4::text[] AS colours, $5::text[] AS families) w`,
      [DEMO_WORKSHOP_ID, recipes / 10, KINDS, COLOURS, FAMILIES],
    );
    await db.query(
      `INSERT INTO recipe (workshop_id, id, machine_id, tool_id, material_id, process)
       SELECT $1, gen_random_uuid(), a.id, t.id, m.id, p FROM (SELECT id, row_number() OVER (ORDER BY id) AS n FROM material) m
         CROSS JOIN unnest($2::text[]) p
         JOIN (SELECT id, row_number() OVER (ORDER BY id) AS n FROM machine) a ON a.n IN (1 + m.n % 10, 1 + (m.n + 3) % 10)
         JOIN (SELECT id, kind, row_number() OVER (PARTITION BY kind ORDER BY id) AS n FROM tool) t ON t.n = 1 + m.n % 10 AND t.kind = CASE WHEN p IN ('deboss') THEN 'stylus' ELSE 'deep-blade' END`,
      [DEMO_WORKSHOP_ID, PROCESSES],
    );
    await db.query(
      `INSERT INTO recipe_revision (workshop_id, recipe_id, number, settings, source, reason)
       SELECT workshop_id, id, 1, jsonb_build_object('force', 1 + abs(hashtext(id::text)) % 40, 'speed', 1 + abs(hashtext(id::text || 's')) % 12, 'passes', 1), 'other-maker', 'tried on a corner' FROM recipe`,
    );
  });
  const { rows } = await pool.query<{ id: string }>('SELECT id FROM recipe');
  for (let from = 0; from < rows.length; from += 10_000)
    await inTransaction(AT_START, pool, (db) =>
      refreshCards(
        byItself(DEMO_WORKSHOP_ID),
        db,
        rows.slice(from, from + 10_000).map((row) => row.id),
      ),
    );
  await pool.query('ANALYZE');
  return {
    pool,
    url,
    close: async () => {
      await pool.end();
      postgres.stop();
    },
  };
}

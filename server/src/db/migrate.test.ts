import { AT_START } from '../here';
import { randomUUID } from 'node:crypto';
import { Client, type Pool } from 'pg';
import { EARLIER } from './earlier-migrations';
import { migrate } from './migrate';
import { createPool, inTransaction } from './pool';

const url = process.env.TEST_DATABASE_URL!;
const name = `migrate_${randomUUID().replace(/-/g, '')}`;
let pool: Pool;

async function asAdmin(sql: string) {
  const admin = new Client({ connectionString: url });
  await admin.connect();
  await admin.query(sql);
  await admin.end();
}
beforeAll(async () => {
  await asAdmin(`CREATE DATABASE ${name}`);
  pool = createPool(url.replace(/\/[^/]*$/, `/${name}`));
});
afterAll(async () => {
  await pool.end();
  await asAdmin(`DROP DATABASE ${name}`);
});

/** Takes away what an earlier version of a migration did not do, by its hash. */
const UNDO: Record<string, string[]> = {
  eb691449dc2e0e9f6e0bb6420c59cc98f0b159bc67fbf020a2704af8fb8c9a03: [
    'ALTER TABLE job_step DROP COLUMN is_process_guessed',
  ],
  aa3885d276c30b17dec6bc758e8b99f3f13cb19bbb9e89604295515549170c40: [
    'DROP INDEX run_on_machine',
    `CREATE UNIQUE INDEX run_on_machine ON run (workshop_id, machine_id) WHERE state IN ('holding', 'running', 'paused')`,
  ],
  '1c9d01c2380f8a778396814e8f0e72fe5fc5a8117ff8793d3dcc04f95fbad0ec': ['ALTER TABLE job_step DROP COLUMN is_from_back'],
  '9c4246ab2cb7994a68817ae389ceb8889be7f007443110875ee0ff355e8b2eda': [
    `ALTER TABLE run DROP COLUMN driver, DROP COLUMN ticked, DROP COLUMN interruption, DROP COLUMN confirmed_line, DROP COLUMN nudge, DROP COLUMN planned_tool_life,
       DROP COLUMN planned_revision, DROP COLUMN only_parts, DROP COLUMN part_outcomes, DROP COLUMN stronger, DROP COLUMN symptom, DROP COLUMN photo_id`,
    'ALTER TABLE run_series DROP COLUMN is_led',
    'DROP TABLE preparation_line',
  ],
  '375d4571f0afb40c312560770bfa0d850542eece40ee23e5a431e1fae926dc9c': ['ALTER TABLE run DROP COLUMN stronger'],
  '9253ba13f758e34dd3d849a78f02fb1f8d8de61785a6a45f7ca1a0460eb535f3': [
    'ALTER TABLE job DROP CONSTRAINT job_workshop_id_mockup_photo_id_fkey',
    'ALTER TABLE quote DROP CONSTRAINT quote_workshop_id_photo_id_fkey',
  ],
};

/** All columns, indexes and constraints there are. */
const schema = async (): Promise<unknown[]> =>
  (
    await pool.query(`SELECT * FROM (
      SELECT table_name || ' ' || column_name || ' ' || data_type || ' ' || is_nullable || ' ' || coalesce(column_default, '') AS what FROM information_schema.columns WHERE table_schema = 'public'
      UNION SELECT indexdef FROM pg_indexes WHERE schemaname = 'public'
      UNION SELECT conrelid::regclass || ' ' || pg_get_constraintdef(oid) FROM pg_constraint WHERE connamespace = 'public'::regnamespace) AS all_of_it ORDER BY what`)
  ).rows;

describe('bringing the schema up to date', () => {
  it('runs every file once, in order, however many servers start at once', async () => {
    const [first, second] = await Promise.all([migrate(pool), migrate(pool)]);
    const ran = [...first, ...second];
    expect(ran).toEqual([...ran].sort());
    expect(new Set(ran).size).toBe(ran.length);
    expect(ran).toContain('001-shop.sql');
    expect(await migrate(pool)).toEqual([]);
  });

  it.each(Object.entries(EARLIER).flatMap(([file, all]) => all.map((one) => [file, one.sha256, one] as const)))(
    'opens a database on which %s was run as %s, with nothing missing',
    async (file, sha256, { catchUp }) => {
      const before = await schema();
      for (const undo of catchUp ? (UNDO[sha256] ?? []) : []) await pool.query(undo);
      await pool.query('UPDATE schema_migration SET sha256 = $2 WHERE name = $1', [file, sha256]);
      expect(await migrate(pool)).toEqual([]);
      expect(await schema()).toEqual(before);
      // What is caught up with is recorded as it is now.
      expect(await migrate(pool)).toEqual([]);
      const { rows } = await pool.query('SELECT sha256 FROM schema_migration WHERE name = $1', [file]);
      expect(rows[0].sha256).not.toBe(sha256);
    },
  );

  it('gives templates and edits the facts of steps and sheets that they were kept without', async () => {
    const [workshop, job, template, step, sheet] = Array.from({ length: 5 }, () => randomUUID());
    await pool.query(`INSERT INTO workshop (id, name, currency) VALUES ($1, 'Loft', 'EUR')`, [workshop]);
    await pool.query(`INSERT INTO job (id, workshop_id, name) VALUES ($1, $2, 'Old')`, [job, workshop]);
    const document = {
      drawings: [],
      parts: [],
      steps: [{ id: step, rounds: 3 }],
      sheets: [{ id: sheet }],
      placements: [],
    };
    await pool.query(
      `INSERT INTO job_template (id, workshop_id, job_id, name, snapshot) VALUES ($1, $2, $3, 'Old', $4)`,
      [template, workshop, job, { document, recipes: [], notes: [] }],
    );
    const difference = {
      steps: [{ id: step, before: null, after: { id: step } }],
      sheets: [{ id: sheet, before: { id: sheet }, after: null }],
    };
    await pool.query(`INSERT INTO job_edit (workshop_id, job_id, label, difference) VALUES ($1, $2, 'x', $3)`, [
      workshop,
      job,
      difference,
    ]);
    await pool.query(`DELETE FROM schema_migration WHERE name = '032-whole-documents.sql'`);
    expect(await migrate(pool)).toEqual(['032-whole-documents.sql']);
    const { rows } = await pool.query(
      `SELECT snapshot->'document' AS document, difference FROM job_template t JOIN job_edit e ON e.job_id = t.job_id WHERE t.id = $1`,
      [template],
    );
    expect(rows[0].document.steps).toEqual([
      expect.objectContaining({ id: step, rounds: 3, cut: null, fill: 'both-ways', turned: null }),
    ]);
    expect(rows[0].document.sheets).toEqual([{ id: sheet, size: null, photo: null }]);
    expect(rows[0].difference.steps).toEqual([
      { id: step, before: null, after: expect.objectContaining({ rounds: 1, isFromBack: false, onMaterialId: null }) },
    ]);
    expect(rows[0].difference.sheets).toEqual([
      { id: sheet, before: { id: sheet, size: null, photo: null }, after: null },
    ]);
  });

  it('refuses a file that was changed after it was run', async () => {
    await pool.query(`UPDATE schema_migration SET sha256 = 'another' WHERE name = '002-book.sql'`);
    await expect(migrate(pool)).rejects.toThrow('The migration 002-book.sql was changed after it was run');
  });
});

describe('a database of a newer program', () => {
  it('is refused with a sentence, and left as it is', async () => {
    await pool.query(`INSERT INTO schema_migration (name, sha256) VALUES ('999-of-tomorrow.sql', 'x')`);
    await expect(migrate(pool)).rejects.toThrow(
      'The database was made by a newer version of the program (it has 999-of-tomorrow.sql).',
    );
    await pool.query(`DELETE FROM schema_migration WHERE name = '999-of-tomorrow.sql'`);
  });
});

describe('the schema itself', () => {
  const workshop = randomUUID();

  it('refuses what cannot be, whatever the server did', async () => {
    await pool.query('INSERT INTO workshop (id, name, currency) VALUES ($1, $2, $3)', [
      workshop,
      'Slipway Studio',
      'EUR',
    ]);
    await expect(
      pool.query('INSERT INTO workshop (id, name, currency) VALUES ($1, $2, $3)', [randomUUID(), 'x', 'euros']),
    ).rejects.toThrow('currency');
    await expect(
      pool.query(`INSERT INTO tool (id, workshop_id, name, kind, wear_m) VALUES ($1, $2, 'x', 'fine-blade', -1)`, [
        randomUUID(),
        workshop,
      ]),
    ).rejects.toThrow('wear_m');
    await expect(
      pool.query(`INSERT INTO job (id, workshop_id, name) VALUES ($1, $2, '')`, [randomUUID(), workshop]),
    ).rejects.toThrow('name');
    await expect(
      pool.query(`INSERT INTO job (id, workshop_id, name) VALUES ($1, $2, 'x')`, [randomUUID(), randomUUID()]),
    ).rejects.toThrow('workshop');
  });

  it('writes all of a transaction or nothing', async () => {
    const id = randomUUID();
    const broken = inTransaction(AT_START, pool, async (db) => {
      await db.query(`INSERT INTO job (id, workshop_id, name) VALUES ($1, $2, 'half')`, [id, workshop]);
      throw new Error('broken off');
    });
    await expect(broken).rejects.toThrow('broken off');
    expect((await pool.query('SELECT 1 FROM job WHERE id = $1', [id])).rowCount).toBe(0);
  });
});

import { randomUUID } from 'node:crypto';
import { Client, type Pool } from 'pg';
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

describe('bringing the schema up to date', () => {
  it('runs every file once, in order, however many servers start at once', async () => {
    const [first, second] = await Promise.all([migrate(pool), migrate(pool)]);
    const ran = [...first, ...second];
    expect(ran).toEqual([...ran].sort());
    expect(new Set(ran).size).toBe(ran.length);
    expect(ran).toContain('001-shop.sql');
    expect(await migrate(pool)).toEqual([]);
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
    const broken = inTransaction(pool, async (db) => {
      await db.query(`INSERT INTO job (id, workshop_id, name) VALUES ($1, $2, 'half')`, [id, workshop]);
      throw new Error('broken off');
    });
    await expect(broken).rejects.toThrow('broken off');
    expect((await pool.query('SELECT 1 FROM job WHERE id = $1', [id])).rowCount).toBe(0);
  });
});

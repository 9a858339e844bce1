import request from 'supertest';
import { addresses } from '@keen-anvil/contract';
import { Client, Pool } from 'pg';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { isDatabaseAway, isPoolFull } from './away';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

async function asAdmin(sql: string): Promise<void> {
  const admin = new Client({ connectionString: process.env.TEST_DATABASE_URL });
  await admin.connect();
  await admin.query(sql);
  await admin.end();
}

describe('a database that is away', () => {
  it('is told from what it refuses', () => {
    expect(isDatabaseAway(Object.assign(new Error('gone'), { code: '57P01' }))).toBe(true);
    expect(isDatabaseAway(Object.assign(new Error('refused'), { code: 'ECONNREFUSED' }))).toBe(true);
    expect(isDatabaseAway(new AggregateError([Object.assign(new Error('refused'), { code: 'ECONNREFUSED' })]))).toBe(
      true,
    );
    expect(isDatabaseAway(new Error('Connection terminated unexpectedly'))).toBe(true);
    expect(isDatabaseAway(Object.assign(new Error('twice'), { code: '23505' }))).toBe(false);
    expect(isDatabaseAway('gone')).toBe(false);
  });

  it('is another thing than a pool whose lines are all in use', async () => {
    const pool = new Pool({ connectionString: server.url, max: 1, connectionTimeoutMillis: 1_000 });
    const client = await pool.connect();
    const full: unknown = await pool.query('SELECT 1').catch((error: unknown) => error);
    client.release();
    await pool.end();
    expect([isDatabaseAway(full), isPoolFull(full)]).toEqual([false, true]);
  });

  it('is answered with a sentence and when to come again, and is used as soon as it is back', async () => {
    const name = new URL(server.url).pathname.slice(1);
    const shut = async () => {
      await asAdmin(`ALTER DATABASE ${name} ALLOW_CONNECTIONS false`);
      await asAdmin(`SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '${name}'`);
    };
    await request(server.app).get(addresses.bench()).expect(200);
    await shut();
    const answers = await Promise.all([0, 1, 2].map(() => request(server.app).get(addresses.bench())));
    for (const answer of answers) {
      expect(answer.status).toBe(503);
      expect(answer.headers['retry-after']).toBe('1');
      expect(answer.body.error).toEqual({
        code: 'database-away',
        message: expect.stringContaining('What you typed is kept'),
      });
    }
    await asAdmin(`ALTER DATABASE ${name} ALLOW_CONNECTIONS true`);
    await request(server.app).get(addresses.bench()).expect(200);
  });

  it('that is lost in the middle of a transaction ends that one, and not the server', async () => {
    const write = request(server.app)
      .post(addresses.jobs())
      .send({ id: '0a1b2c3d-0000-4000-8000-00000000abcd', name: 'Cut off' });
    await server.pool.query(
      `CREATE FUNCTION cut_off() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN PERFORM pg_terminate_backend(pg_backend_pid()); RETURN NEW; END $$`,
    );
    await server.pool.query('CREATE TRIGGER cut_off BEFORE INSERT ON job FOR EACH ROW EXECUTE FUNCTION cut_off()');
    expect((await write).status).toBe(503);
    await server.pool.query('DROP TRIGGER cut_off ON job');
    await request(server.app)
      .post(addresses.jobs())
      .send({ id: '0a1b2c3d-0000-4000-8000-00000000abcd', name: 'Cut off' })
      .expect(201);
  });
});

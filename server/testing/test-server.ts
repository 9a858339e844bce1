import 'reflect-metadata';
import { randomUUID } from 'node:crypto';
import type { Express } from 'express';
import { Client, type Pool } from 'pg';
import { pino } from 'pino';
import { createApp } from '../src/app';
import { createPool } from '../src/db/pool';
import { HeavyPool } from '../src/heavy/pool';
import { assemble, type Parts } from '../src/parts';
import { TEMPLATE } from './global-setup';

export interface TestServer extends Parts {
  app: Express;
  pool: Pool;
  /** The address of its database. */
  url: string;
  close: () => Promise<void>;
}

/** A database of a test's own. */
export interface DemoCopy {
  url: string;
  pool: Pool;
  drop: () => Promise<void>;
}

/** A copy of the demo database. */
export const copyOfDemo = (): Promise<DemoCopy> => newDatabase(` TEMPLATE ${TEMPLATE}`);

/** A database with nothing in it. */
export const emptyDatabase = (): Promise<DemoCopy> => newDatabase('');

async function newDatabase(from: string): Promise<DemoCopy> {
  const url = process.env.TEST_DATABASE_URL!;
  const name = `test_${randomUUID().replace(/-/g, '')}`;
  await asAdmin(url, `CREATE DATABASE ${name}${from}`);
  const own = url.replace(/\/[^/]*$/, `/${name}`);
  const pool = createPool(own);
  return {
    url: own,
    pool,
    drop: async () => {
      await pool.end();
      await asAdmin(url, `DROP DATABASE ${name}`);
    },
  };
}

/** The threads of all servers in one test file: each of them reads the whole program when it starts. */
let heavy: HeavyPool | null = null;
afterAll(() => heavy?.close());

/** A server of its own on a copy of the demo database. */
export const startTestServer = async (how: { requestsPerMinute?: number } = {}): Promise<TestServer> =>
  startServerOn(await copyOfDemo(), how);

/** A server on a database that is there. */
export async function startServerOn(
  { url, pool, drop }: DemoCopy,
  { requestsPerMinute }: { requestsPerMinute?: number } = {},
): Promise<TestServer> {
  heavy ??= new HeavyPool();
  const log = pino({ level: 'silent' });
  const parts = assemble({ pool, url, heavy, log });
  await parts.watch.start();
  parts.keeper.wake();
  return {
    ...parts,
    app: createApp({ ...parts, log, webDir: null, requestsPerMinute }),
    url,
    close: async () => {
      await parts.watch.close();
      await parts.keeper.close();
      await drop();
    },
  };
}

async function asAdmin(url: string, sql: string): Promise<void> {
  const admin = new Client({ connectionString: url });
  await admin.connect();
  await admin.query(sql);
  await admin.end();
}

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

/** A copy of the demo database. */
export interface DemoCopy {
  url: string;
  pool: Pool;
  drop: () => Promise<void>;
}

export async function copyOfDemo(): Promise<DemoCopy> {
  const url = process.env.TEST_DATABASE_URL!;
  const name = `test_${randomUUID().replace(/-/g, '')}`;
  await asAdmin(url, `CREATE DATABASE ${name} TEMPLATE ${TEMPLATE}`);
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

/** A server of its own on a copy of the demo database. */
export async function startTestServer({ requestsPerMinute }: { requestsPerMinute?: number } = {}): Promise<TestServer> {
  const { url, pool, drop } = await copyOfDemo();
  const heavy = new HeavyPool();
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
      await heavy.close();
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

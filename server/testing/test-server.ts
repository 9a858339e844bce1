import 'reflect-metadata';
import { randomUUID } from 'node:crypto';
import type { Express } from 'express';
import { Client, type Pool } from 'pg';
import { pino } from 'pino';
import { createApp } from '../src/app';
import { createPool } from '../src/db/pool';
import { HeavyPool } from '../src/heavy/pool';
import { RunService } from '../src/services/runs';
import { TuningService } from '../src/services/tunings';
import { DeviceBay } from '../src/standin/device-bay';
import { TEMPLATE } from './global-setup';

export interface TestServer {
  app: Express;
  pool: Pool;
  heavy: HeavyPool;
  runs: RunService;
  tunings: TuningService;
  close: () => Promise<void>;
}

/** A server of its own on a copy of the demo database. */
export async function startTestServer(): Promise<TestServer> {
  const url = process.env.TEST_DATABASE_URL!;
  const name = `test_${randomUUID().replace(/-/g, '')}`;
  await asAdmin(url, `CREATE DATABASE ${name} TEMPLATE ${TEMPLATE}`);
  const pool = createPool(url.replace(/\/[^/]*$/, `/${name}`));
  const heavy = new HeavyPool();
  const log = pino({ level: 'silent' });
  const bay = new DeviceBay();
  const runs = new RunService(pool, heavy, log, bay);
  const tunings = new TuningService(pool, heavy, log, bay);
  return {
    app: createApp({ pool, heavy, runs, tunings, log, webDir: null }),
    pool,
    heavy,
    runs,
    tunings,
    close: async () => {
      await runs.close();
      await tunings.close();
      await heavy.close();
      await pool.end();
      await asAdmin(url, `DROP DATABASE ${name}`);
    },
  };
}

async function asAdmin(url: string, sql: string): Promise<void> {
  const admin = new Client({ connectionString: url });
  await admin.connect();
  await admin.query(sql);
  await admin.end();
}

import { defineConfig } from '@playwright/test';
import { workshops } from './workshops';
import { CHROMIUM } from '../scripts/chromium.mjs';

const WORKSHOPS = workshops();

export default defineConfig({
  testDir: '.',
  outputDir: 'results',
  // One workshop, one set of machines: tests take turns, and two workers have a server and a database each.
  workers: WORKSHOPS.length,
  // Nobody waits for these where all is well: they are for a machine that is busy with other things.
  timeout: 600_000,
  expect: { timeout: 90_000 },
  reporter: [['list']],
  use: {
    screenshot: 'only-on-failure',
    actionTimeout: 60_000,
    // Of a test that failed: what it did, step by step, with the page at each (npx playwright show-trace …/trace.zip).
    trace: { mode: 'retain-on-failure', screenshots: false, sources: false },
    launchOptions: CHROMIUM,
  },
  webServer: WORKSHOPS.map(({ address, port, database }, i) => ({
    command: 'node --import tsx server/src/main.ts',
    cwd: '..',
    url: `${address}/api/bench`,
    // The demo is loaded first, which takes its time beside other work.
    timeout: 600_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM' as const, timeout: 5000 },
    env: { DATABASE_URL: database, PORT: String(port), LOG_FILE: `.data/e2e-server-${i}.log` },
  })),
});

import { defineConfig } from '@playwright/test';

const port = Number(process.env.E2E_PORT);
if (!port || !process.env.E2E_DATABASE_URL)
  throw new Error('E2E_PORT and E2E_DATABASE_URL are missing: run the browser tests with npm test.');
const address = `http://127.0.0.1:${port}`;

export default defineConfig({
  testDir: '.',
  outputDir: 'results',
  // One workshop, one set of machines: the tests take turns.
  workers: 1,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: [['list']],
  use: {
    baseURL: address,
    screenshot: 'only-on-failure',
    // Of a test that failed: what it did, step by step, with the page at each (npx playwright show-trace …/trace.zip).
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: 'node --import tsx server/src/main.ts',
    cwd: '..',
    url: `${address}/api/bench`,
    timeout: 60_000,
    reuseExistingServer: false,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 5000 },
    env: { DATABASE_URL: process.env.E2E_DATABASE_URL, PORT: String(port), LOG_FILE: '.data/e2e-server.log' },
  },
});

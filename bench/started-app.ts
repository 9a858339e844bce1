import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { chromium, type Browser } from '@playwright/test';
import { ensureWebBuild } from '../scripts/build.mjs';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { remakeDatabase } from '../scripts/database.mjs';
import { freePort, startPostgres } from '../scripts/postgres.mjs';
import { ensureChromium } from '../scripts/setup.mjs';

/** The application with its demo, as a maker starts it, and a browser to open it with. */
export interface StartedApp {
  address: string;
  browser: Browser;
  close: () => Promise<void>;
}

/** Starts the application on a database of its own. */
export async function startedApp(database: string): Promise<StartedApp> {
  ensureChromium();
  await ensureWebBuild();
  const postgres = await startPostgres('postgres-test', { quick: true });
  await remakeDatabase(postgres.url('postgres'), database);
  const port = await freePort();
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, DATABASE_URL: postgres.url(database), PORT: String(port), LOG_FILE: '.data/bench.log' },
  });
  await once(server, 'message');
  const browser = await chromium.launch(CHROMIUM);
  return {
    address: `http://127.0.0.1:${port}`,
    browser,
    close: async () => {
      await browser.close();
      server.kill('SIGTERM');
      await once(server, 'exit');
      postgres.stop();
    },
  };
}

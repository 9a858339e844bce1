import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { chromium } from '@playwright/test';
import { ensureWebBuild } from '../scripts/build.mjs';
import { CHROMIUM } from '../scripts/chromium.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { ensureChromium } from '../scripts/setup.mjs';
import { bigBook } from './big-book';
import { traceMainThread } from './main-thread';

// Scrolling through 10,000 recipes on the phone: the longest task on the page's own thread after it has loaded, against 50 ms.
const RECIPES = 10_000;
const SCROLLS = 120;
const LONG_MS = 50;

ensureChromium();
await ensureWebBuild();
const book = await bigBook('bench_scroll', RECIPES);
const port = await freePort();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], {
  stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  env: { ...process.env, DATABASE_URL: book.url, PORT: String(port), LOG_FILE: '.data/bench.log' },
});
await once(server, 'message');
const browser = await chromium.launch(CHROMIUM);
const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
// The line on which changes of others come is never idle.
await page.route('**/api/changes', (route) => route.fulfill({ status: 204 }));
await page.goto(`http://127.0.0.1:${port}/book`);
await page.getByText(`${RECIPES} recipes`).waitFor();
await page.waitForLoadState('networkidle');

const stopTrace = await traceMainThread(page);
await page.mouse.move(195, 500);
for (let i = 0; i < SCROLLS; i++) {
  await page.mouse.wheel(0, 600);
  // A finger needs about this many frames for one sweep; meanwhile the next page of recipes may come.
  for (let frame = 0; frame < 8; frame++)
    await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(resolve)));
}
const shown = await page.getByTestId('book-list').getByRole('link').count();
const scrolledPx = await page.getByTestId('book-list').evaluate((list) => list.scrollTop);
if (scrolledPx < SCROLLS * 100) throw new Error(`The list was scrolled by ${scrolledPx} px only.`);
const { longest, longestByClock, long, count } = await stopTrace(LONG_MS);
console.log(
  `scrolling through ${RECIPES} recipes on the phone: longest task ${(longest / LONG_MS).toFixed(2)} × 50 ms (${longest.toFixed(0)} ms of work, ${longestByClock.toFixed(0)} ms by the clock; ${long} of ${count} tasks longer than that; ${scrolledPx} px scrolled, ${shown} rows kept in the page)`,
);
await browser.close();
server.kill('SIGTERM');
await once(server, 'exit');
await book.close();

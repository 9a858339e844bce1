import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { chromium } from '@playwright/test';
import { ensureWebBuild } from '../scripts/build.mjs';
import { freePort } from '../scripts/postgres.mjs';
import { ensureChromium } from '../scripts/setup.mjs';
import { bigBook } from './big-book';

// Scrolling through 10,000 recipes on the phone: the longest task on the page's own thread after it has loaded, against 50 ms.
const RECIPES = 10_000;
const SCROLLS = 120;
const LONG_MS = 50;

ensureChromium();
ensureWebBuild();
const book = await bigBook('bench_scroll', RECIPES);
const port = await freePort();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts'], { stdio: ['ignore', 'inherit', 'inherit', 'ipc'], env: { ...process.env, DATABASE_URL: book.url, PORT: String(port), LOG_FILE: '.data/bench.log' } });
await once(server, 'message');
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking', '--disable-component-update', '--disable-sync'] });
const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
await page.goto(`http://127.0.0.1:${port}/book`);
await page.getByText(`${RECIPES} recipes`).waitFor();
await page.waitForLoadState('networkidle');

// Chromium's own trace, of the page's main thread.
const session = await page.context().newCDPSession(page);
const tasks: { dur?: number; tdur?: number; tid: number; pid: number }[] = [];
const threads = new Map<string, string>();
session.on('Tracing.dataCollected', ({ value }) => {
  for (const event of value as unknown as { name: string; dur?: number; tdur?: number; tid: number; pid: number; ph: string; args: { name?: string } }[]) {
    if (event.ph === 'M' && event.name === 'thread_name') threads.set(`${event.pid} ${event.tid}`, event.args.name ?? '');
    if (event.name === 'RunTask') tasks.push(event);
  }
});
await session.send('Tracing.start', { transferMode: 'ReportEvents', categories: 'toplevel,disabled-by-default-devtools.timeline,devtools.timeline' });
await page.mouse.move(195, 500);
for (let i = 0; i < SCROLLS; i++) {
  await page.mouse.wheel(0, 600);
  // A finger needs about this many frames for one sweep; meanwhile the next page of recipes may come.
  for (let frame = 0; frame < 8; frame++) await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(resolve)));
}
const shown = await page.getByTestId('book-list').getByRole('link').count();
const scrolledPx = await page.getByTestId('book-list').evaluate((list) => list.scrollTop);
if (scrolledPx < SCROLLS * 100) throw new Error(`The list was scrolled by ${scrolledPx} px only.`);
const done = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
await session.send('Tracing.end');
await done;
const own = tasks.filter((task) => threads.get(`${task.pid} ${task.tid}`) === 'CrRendererMain');
// What the thread itself worked: on a machine with few cores the clock also counts the time in which others had the core.
const onPage = own.map((task) => (task.tdur ?? task.dur ?? 0) / 1000);
const longestByClock = Math.max(...own.map((task) => (task.dur ?? 0) / 1000));
if (onPage.length === 0) throw new Error('The trace holds no task of the page.');
const longest = Math.max(...onPage);
const long = onPage.filter((ms) => ms > LONG_MS).length;
console.log(`scrolling through ${RECIPES} recipes on the phone: longest task ${(longest / LONG_MS).toFixed(2)} × 50 ms (${longest.toFixed(0)} ms of work, ${longestByClock.toFixed(0)} ms by the clock; ${long} of ${onPage.length} tasks longer than that; ${scrolledPx} px scrolled, ${shown} rows kept in the page)`);
await browser.close();
server.kill('SIGTERM');
await once(server, 'exit');
await book.close();

import { randomUUID } from 'node:crypto';
import { mkdirSync, writeFileSync } from 'node:fs';
import type { JobAnswer } from '@keen-anvil/contract';
import { wavyRings } from './many-shapes';
import { traceMainThread } from './main-thread';
import { startedApp } from './started-app';

// A drawing of 100,000 segments in a job on the phone: the longest task on the page's own thread while it is brought in,
// while its job is opened and checked, checked again after a change, and while its sheet and its drawing are shown,
// against 50 ms.
const RINGS = 1000;
const SEGMENTS = 100;
const LONG_MS = 50;
// A real file: one that is handed over as bytes goes through the page's own thread before it is chosen.
const FILE = '.data/rings.svg';
mkdirSync('.data', { recursive: true });
writeFileSync(FILE, wavyRings(RINGS, SEGMENTS));

const { address, browser, close } = await startedApp('bench_job');
const send = async (method: string, path: string, body: unknown) =>
  (
    await fetch(address + path, { method, headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) })
  ).json();
const id = randomUUID();
await send('POST', '/api/jobs', { id, name: 'A thousand rings' });

const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
// The line on which changes of others come is never idle.
await page.route('**/api/changes', (route) => route.fulfill({ status: 204 }));
await page.goto(`${address}/jobs/${id}`);
await page.getByText('Choose a file').waitFor({ timeout: 60_000 });
const measure = async (what: string, work: () => Promise<void>) => {
  const stop = await traceMainThread(page);
  await work();
  const { longest, longestByClock, long, count } = await stop(LONG_MS);
  console.log(
    `${RINGS * SEGMENTS} segments in a job, ${what}: longest task ${(longest / LONG_MS).toFixed(2)} × 50 ms (${longest.toFixed(0)} ms of work, ${longestByClock.toFixed(0)} ms by the clock; ${long} of ${count} longer)`,
  );
};
await measure('brought in', async () => {
  const chooser = page.waitForEvent('filechooser');
  await page.getByText('Choose a file').click();
  await (await chooser).setFiles(FILE);
  await page.getByRole('tab', { name: 'Drawing' }).waitFor({ timeout: 60_000 });
});
const job = (await (await fetch(`${address}/api/jobs/${id}`)).json()) as JobAnswer;
const materials = (await (await fetch(`${address}/api/materials`)).json()) as { id: string; name: string }[];
const vinyl = materials.find((material) => material.name === 'Outdoor vinyl, navy')!;
await send('POST', `/api/jobs/${id}/actions`, {
  version: job.version,
  action: { id: randomUUID(), do: 'change-step', stepId: job.document.steps[0].id, materialId: vinyl.id },
});
// From another page of the application, which has not seen the job yet.
await page.goto(`${address}/jobs`);
const row = page.getByRole('link', { name: /A thousand rings/ });
await row.waitFor({ timeout: 60_000 });
await measure('opened and checked', async () => {
  await row.click();
  await page.getByTestId('estimate').waitFor({ timeout: 60_000 });
});
await measure('checked again', async () => {
  await page.getByRole('switch', { name: 'Reads reversed' }).click();
  await page.getByRole('tab', { name: /^Checks/ }).click();
  await page.getByText(/is cut from its face, but this step reads reversed/).waitFor({ timeout: 60_000 });
});
await measure('its sheet shown', async () => {
  await page.getByRole('tab', { name: 'Sheet' }).click();
  await page.getByTestId('part-all parts').waitFor({ timeout: 60_000 });
});
await measure('its drawing shown', async () => {
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await page.getByRole('img', { name: /The drawing, / }).waitFor({ timeout: 60_000 });
});
// What comes over the line once the job was opened before: its readings are kept.
const session = await page.context().newCDPSession(page);
await session.send('Network.enable');
let bytes = 0;
session.on('Network.loadingFinished', ({ encodedDataLength }) => void (bytes += encodedDataLength));
await page.goto(`${address}/jobs`);
await row.waitFor({ timeout: 60_000 });
await page.waitForLoadState('networkidle');
// It was changed since it was fetched: opened once more, it is as the browser has it.
const openAgain = async (): Promise<number> => {
  bytes = 0;
  await row.click();
  await page.getByTestId('estimate').waitFor({ timeout: 60_000 });
  await page.waitForLoadState('networkidle');
  const kilobytes = bytes / 1000;
  await page.goto(`${address}/jobs`);
  await row.waitFor({ timeout: 60_000 });
  await page.waitForLoadState('networkidle');
  return kilobytes;
};
const changed = await openAgain();
const again = await openAgain();
bytes = 0;
await row.click();
await page.getByTestId('estimate').waitFor({ timeout: 60_000 });
await page.waitForLoadState('networkidle');
console.log(
  `opened a second time: ${again.toFixed(0)} kB (20 wanted); where it was changed in between ${changed.toFixed(0)} kB`,
);
await page.getByRole('tab', { name: 'Sheet' }).click();
await page.getByTestId('part-all parts').waitFor({ timeout: 60_000 });
await page.waitForTimeout(3000);
// All parts are moved by a key: from the key to the frame that shows it, against the answer of the server, which the version before waited for.
const moved = await page.evaluate(async () => {
  const key = document.querySelector<HTMLElement>('[aria-label="Nudge right"]')!;
  const times: { shown: number; answered: number }[] = [];
  for (let i = 0; i < 12; i++) {
    const before = document.querySelector('[data-testid="part-all parts"]')?.getAttribute('transform');
    performance.clearResourceTimings();
    const began = performance.now();
    key.click();
    let shown = 0;
    let answered = 0;
    while (!shown || !answered) {
      const now = await new Promise<number>((next) => requestAnimationFrame(next));
      if (!shown && document.querySelector('[data-testid="part-all parts"]')?.getAttribute('transform') !== before)
        shown = performance.now() - began;
      const answer = performance.getEntriesByType('resource').find(({ name }) => name.endsWith('/actions')) as
        PerformanceResourceTiming | undefined;
      if (answer && answer.responseEnd > 0) answered = answer.responseEnd - began;
      if (now - began > 20_000) throw new Error(`nothing came of the key: shown ${shown}, answered ${answered}`);
    }
    times.push({ shown, answered });
    // Whatever follows from it is done before the next one.
    await new Promise((next) => setTimeout(next, 1500));
  }
  return times;
});
const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
console.log(
  `a nudge of all parts: on the screen after ${median(moved.map(({ shown }) => shown)).toFixed(0)} ms, answered after ${median(moved.map(({ answered }) => answered)).toFixed(0)} ms (ratio ${(median(moved.map(({ shown }) => shown)) / median(moved.map(({ answered }) => answered))).toFixed(2)})`,
);
await measure('moved by a key', async () => {
  await page.getByRole('button', { name: 'Nudge right' }).click();
  await page.waitForTimeout(3000);
});
await close();

import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { traceMainThread } from './main-thread';
import { startedApp } from './started-app';

// A part dragged on a sheet with 2,000 placements, on the phone with the processor four times slower: how long a frame takes while it is
// dragged, against the 16.7 ms of 60 frames a second, and against the same drag with the processor as it is.
const PLACES = 2000;
const ACROSS = 40;
const PITCH_MM = 7;
const MOVES = 90;
const SLOWER = 4;
const FRAME_MS = 1000 / 60;

const { address, browser, close } = await startedApp('bench_lay');

interface Answer {
  version: number;
  document: { parts: { id: string }[]; steps: { id: string }[]; sheets: { id: string }[] };
}

const send = async (path: string, method: string, body: object): Promise<void> => {
  const response = await fetch(address + path, {
    method,
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${path}: ${await response.text()}`);
};
const id = randomUUID();
const job = async (): Promise<Answer> => (await (await fetch(`${address}/api/jobs/${id}`)).json()) as Answer;
const act = async (action: object): Promise<void> =>
  send(`/api/jobs/${id}/actions`, 'POST', {
    version: (await job()).version,
    action: { id: randomUUID(), ...action },
  });

await send('/api/jobs', 'POST', { id, name: 'Two thousand dots' });
await send(`/api/jobs/${id}/shapes`, 'POST', {
  id: randomUUID(),
  measured: { shape: 'circle', measures: { diameter: 6 } },
});
const materials = (await (await fetch(`${address}/api/materials`)).json()) as { id: string; name: string }[];
const start = await job();
await act({
  do: 'change-step',
  stepId: start.document.steps[0].id,
  materialId: materials.find(({ name }) => name === 'Outdoor vinyl, navy')!.id,
});
const { document: drawn } = await job();
const partId = drawn.parts[0].id;
await act({
  do: 'lay-parts',
  partIds: [partId],
  sheets: [{ sheetId: drawn.sheets.at(-1)!.id, stockPieceId: null, onCarrier: false }],
  lies: Array.from({ length: PLACES }, (_, i) => ({
    partId,
    sheet: 0,
    x: 12 + (i % ACROSS) * PITCH_MM,
    y: 15 + Math.floor(i / ACROSS) * PITCH_MM,
    angle: 0,
    turnedOver: false,
  })),
});

/** Drags what lies in the middle of the sheet to and fro; how long each frame took meanwhile, in ms. */
async function dragged(page: Page): Promise<number[]> {
  const box = (await page.getByTestId('lay-surface').boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  // As text: a function in it would be named by a helper that the page does not have.
  await page.evaluate(`
    window.frameTimes = [];
    let last = performance.now();
    requestAnimationFrame(function tick(now) {
      window.frameTimes.push(now - last);
      last = now;
      requestAnimationFrame(tick);
    });`);
  await page.mouse.move(x, y);
  await page.mouse.down();
  for (let i = 0; i < MOVES; i++) await page.mouse.move(x + 60 * Math.sin(i / 8), y + 60 * Math.cos(i / 8) - 60);
  const frames = await page.evaluate(() => (window as unknown as { frameTimes: number[] }).frameTimes);
  await page.mouse.up();
  return frames.slice(2);
}

const at = (numbers: number[], share: number): number =>
  [...numbers].sort((a, b) => a - b)[Math.floor(share * (numbers.length - 1))];

const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
const session = await page.context().newCDPSession(page);
await page.goto(`${address}/jobs/${id}/lay?step=1`);
await page.getByTestId('lay-surface').waitFor();
await page.waitForFunction((count) => document.querySelectorAll('#lay-content path').length >= count, PLACES);
const plain = await dragged(page);
await page.reload();
await page.waitForFunction((count) => document.querySelectorAll('#lay-content path').length >= count, PLACES);
await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
const stop = await traceMainThread(page);
const slowed = await dragged(page);
const { longest, long } = await stop(50);
await session.send('Emulation.setCPUThrottlingRate', { rate: 1 });
console.log(
  `${PLACES} placements, one dragged, ${SLOWER} × slower: a frame takes ${at(slowed, 0.5).toFixed(1)} ms (median; ${at(slowed, 0.95).toFixed(1)} at 95 %), ${(at(slowed, 0.5) / FRAME_MS).toFixed(2)} of the 16.7 wanted, ${(at(slowed, 0.5) / at(plain, 0.5)).toFixed(2)} × the ${at(plain, 0.5).toFixed(1)} ms without; longest task ${longest.toFixed(0)} ms, ${long} over 50 ms; ${slowed.length} frames`,
);
await close();

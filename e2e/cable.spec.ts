import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { buildSync } from 'esbuild';
import { expect, type Page } from '@playwright/test';
import { getReady, openJob } from './go';
import { test } from './own-workshop';

/** The simulated controller as a script for the page. */
const STAND_IN = buildSync({
  entryPoints: [join(__dirname, 'serial-stand-in.ts')],
  bundle: true,
  write: false,
  format: 'iife',
}).outputFiles[0].text;

interface OnThePage {
  serialStandIn: {
    controller: { taken: string[]; hasOverflown: boolean; isBeamOn: boolean; state: string };
    port: { pull: () => void; plugIn: () => void };
  };
}
const at = (page: Page) =>
  page.evaluate(() => {
    const { taken, hasOverflown, isBeamOn, state } = (window as unknown as OnThePage).serialStandIn.controller;
    return { lines: taken.length, last: taken[taken.length - 1], hasOverflown, isBeamOn, state };
  });

/** The diode hangs on a cable, and takes as many characters as its buffer holds. */
async function onCable(page: Page): Promise<void> {
  await page.goto('/shop');
  await page.getByRole('link', { name: /^Diode/ }).click();
  await page.getByRole('button', { name: 'Change the machine' }).click();
  await page.getByRole('radio', { name: 'a cable of this device' }).click();
  await page.getByRole('radio', { name: 'counted characters' }).click();
  await page.getByRole('textbox', { name: /Speed of the cable/ }).fill('115200');
  await page.getByRole('textbox', { name: /Characters in its buffer/ }).fill('127');
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText('a cable of this device, counted characters, 115200 baud')).toBeVisible();
}

interface JobAnswer {
  id: string;
  version: number;
  document: { steps: { id: string; colour: string }[] };
}
const PLATE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40"><path fill="#123456" d="M10 10H50V25H10Z"/><path fill="#abcdef" d="M2 2H58V38H2Z"/></svg>';

/** A plate that is engraved and cut on the diode, of the test's own: what others lie on is not used up. */
async function newPlate(page: Page, name: string): Promise<void> {
  const get = async <T>(path: string) => (await (await page.request.get(path)).json()) as T;
  const id = randomUUID();
  await page.request.post('/api/jobs', { data: { id, name } });
  await page.request.put(`/api/jobs/${id}/artworks/${randomUUID()}?fileName=plate.svg&kept=false`, {
    headers: { 'content-type': 'image/svg+xml' },
    data: PLATE,
  });
  const diode = (await get<{ id: string; name: string }[]>('/api/machines')).find((one) => one.name === 'Diode')!;
  const plywood = (await get<{ id: string; name: string }[]>('/api/materials')).find(
    (one) => one.name === 'Birch plywood 3 mm',
  )!;
  for (const [colour, process] of [
    ['#123456', 'laser-area'],
    ['#abcdef', 'laser-cut'],
  ]) {
    for (const change of [{ materialId: plywood.id }, { process, machineId: diode.id }]) {
      const job = await get<JobAnswer>(`/api/jobs/${id}`);
      const stepId = job.document.steps.find((step) => step.colour === colour)!.id;
      const action = { id: randomUUID(), do: 'change-step', stepId, ...change };
      const answer = await page.request.post(`/api/jobs/${id}/actions`, { data: { version: job.version, action } });
      expect(answer.ok()).toBe(true);
    }
  }
}

async function startOverCable(page: Page, job: string): Promise<void> {
  await newPlate(page, job);
  await openJob(page, job);
  await page.getByRole('button', { name: 'Run over the cable' }).click();
  await page.getByTestId('ready-lines').waitFor();
  await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeDisabled();
  await page.getByRole('button', { name: 'Connect Diode' }).click();
  await expect(page.getByTestId('cable')).toContainText('Diode is connected');
}

test.describe('a machine on a cable', () => {
  test.use({ viewport: { width: 390, height: 844 } });
  test.beforeEach(({ page }) => page.addInitScript(STAND_IN));
  // The workshop is shared with other tests: its diode is a simulated one again.
  test.afterEach(async ({ page }) => {
    const machines = (await (await page.request.get('/api/machines')).json()) as Record<string, unknown>[];
    const { id, isArchived: _, dials, ...diode } = machines.find(({ name }) => name === 'Diode')!;
    const own = (dials as Record<string, unknown>[]).map(({ physicalUnit: _unit, ...dial }) => dial);
    const answer = await page.request.put(`/api/machines/${String(id)}`, {
      data: { ...diode, dials: own, driver: 'stand-in' },
    });
    expect(answer.ok()).toBe(true);
    // What still goes over a cable that is gone with its page is cancelled.
    const { runs } = (await (await page.request.get('/api/bench')).json()) as {
      runs: { id: string; machineId: string }[];
    };
    for (const run of runs.filter(({ machineId }) => machineId === id))
      await page.request.post(`/api/runs/${run.id}/actions`, { data: { action: 'cancel' } });
  });

  test('is moved by hand, walks the edge, takes a real job to its end, and is paused in between', async ({ page }) => {
    await onCable(page);
    await startOverCable(page, 'Plate on a cable');
    await page.getByRole('button', { name: 'Move the head right by 10 mm' }).click();
    await expect.poll(async () => (await at(page)).last).toBe('G90');
    await page.getByRole('button', { name: 'Zero is here' }).click();
    await expect.poll(async () => (await at(page)).last).toBe('G92 X0 Y0');
    await page.getByRole('button', { name: 'Walk the edge' }).click();
    await expect.poll(async () => (await at(page)).state).toBe('Run');
    await expect.poll(async () => (await at(page)).state).toBe('Idle');
    const before = (await at(page)).lines;
    await getReady(page);
    await expect.poll(async () => (await at(page)).lines).toBeGreaterThan(before + 40);
    await page.getByRole('button', { name: 'Pause' }).click();
    await expect(page.getByTestId('progress')).toContainText('paused');
    await expect.poll(async () => (await at(page)).isBeamOn).toBe(false);
    const held = await at(page);
    expect(held.state).toBe('Hold');
    await page.getByRole('button', { name: 'Go on', exact: true }).click();
    // The cut behind it lies on the same sheet: it follows by itself, over the same cable.
    await expect(page.getByTestId('finished-2')).toContainText('How did it come out?', { timeout: 120_000 });
    await expect(page.getByTestId('finished-1')).toContainText('How did it come out?');
    expect((await at(page)).hasOverflown).toBe(false);
    expect((await at(page)).last).toBe('G0 X0 Y0 S0');
  });

  test('whose cable is pulled says what was taken, and goes on from there; so does a page that was loaded anew', async ({
    page,
  }) => {
    await onCable(page);
    await startOverCable(page, 'Plate, pulled');
    await getReady(page);
    await expect.poll(async () => (await at(page)).lines).toBeGreaterThan(60);
    await page.evaluate(() => (window as unknown as OnThePage).serialStandIn.port.pull());
    const broken = page.getByTestId('broken-off');
    await expect(broken).toContainText('The cable was lost');
    await expect(broken).toContainText(/had taken line \d\d+ when the cable went dead/);
    await expect(broken).toContainText('It is safe to go on: the machine knows where it is');
    await broken.getByRole('switch', { name: 'It was switched off since' }).click();
    await expect(broken).toContainText('it homes and finds its zero again');
    await page.evaluate(() => (window as unknown as OnThePage).serialStandIn.port.plugIn());
    await broken.getByRole('button', { name: 'Connect Diode' }).click();
    const key = broken.getByRole('button', { name: /^Go on from line \d+/ });
    // Switched off in between, it has to find its home first.
    await expect(key).toBeDisabled();
    await broken.getByRole('button', { name: 'Home', exact: true }).click();
    const from = Number(/\d+/.exec(await key.innerText())![0]);
    expect(from).toBeGreaterThan(20);
    await key.click();
    await expect(broken).toHaveCount(0);
    await expect.poll(async () => (await at(page)).lines).toBeGreaterThan(100);
    // A page that is loaded anew takes its cable with it.
    page.once('dialog', (dialog) => void dialog.accept());
    await page.reload();
    await expect(page.getByTestId('broken-off')).toContainText('The page was closed');
    // The server was told of it by the page that went.
    await expect
      .poll(async () => {
        const { runs } = (await (await page.request.get('/api/bench')).json()) as {
          runs: { jobName: string; interruption: { why: string } | null }[];
        };
        return runs.find(({ jobName }) => jobName === 'Plate, pulled')?.interruption?.why;
      })
      .toBe('closed');
    await page.getByTestId('broken-off').getByRole('button', { name: 'Connect Diode' }).click();
    await page
      .getByTestId('broken-off')
      .getByRole('button', { name: /^Go on from line/ })
      .click();
    await expect(page.getByTestId('finished-1')).toContainText('How did it come out?', { timeout: 120_000 });
  });
});

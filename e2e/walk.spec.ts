import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Locator, Page } from '@playwright/test';
import { getReady, go } from './go';
import { expect, test } from './quiet-page';

const DRAWING = join(__dirname, '../core/testing/boat-number-48.svg');

/** The five places, in whichever bar or rail they stand. */
const place = (page: Page, name: string) => page.getByRole('navigation').getByRole('link', { name, exact: true });
const step = (page: Page, position: number) => page.getByTestId(`step-${position}`);
/** On the phone everything stands behind tabs; on a wide screen only the drawing and the sheet take turns. */
async function turnTo(page: Page, tab: 'Drawing' | 'Steps' | 'Sheet' | 'Checks', isWide: boolean) {
  if (!isWide || tab === 'Drawing' || tab === 'Sheet') await page.getByRole('tab', { name: tab }).click();
}
async function chooseMaterial(page: Page, position: number, name: string) {
  await step(page, position).getByRole('button', { name: 'Choose the material' }).click();
  await page.getByRole('dialog', { name: 'From the shelf' }).getByRole('radio', { name }).click();
  await expect(step(page, position)).toContainText(name);
}
const widthOf = async (locator: Locator) => (await locator.boundingBox())!.width;

async function walk(page: Page, isWide: boolean) {
  // Bench: the job on hold, and the recipes used last.
  await go(page, '/');
  await expect(page.getByTestId('bench-run').first()).toContainText('On hold: Boat number 12');
  // Which they are depends on what was run in this workshop before.
  await expect(page.getByRole('link', { name: /(Long plotter|Little plotter|Diode|Tube|Clam)/ }).first()).toBeVisible();

  // Book: found by part of its name, with its numbers, temper and origin.
  await place(page, 'Book').click();
  await page.getByRole('textbox', { name: 'Find a recipe' }).fill('navy outd lon');
  await page.getByRole('link', { name: /Outdoor vinyl, navy.*Kiss cut.*Long plotter.*Fine blade/ }).click();
  await expect(page.getByTestId('temper')).toContainText('From own trials: hung in two corners at 12, clean at 16');
  await expect(page.getByTestId('temper')).toContainText(/Last used/);
  const temperBefore = await page.getByTestId('temper').innerText();
  const [temperWord] = temperBefore.split('\n');
  await page.getByRole('button', { name: 'Dial card' }).click();
  const force = page.getByText('16', { exact: true });
  await expect(force).toBeVisible();
  expect(Number.parseFloat(await force.evaluate((node) => getComputedStyle(node).fontSize))).toBeGreaterThan(100);
  await page.getByRole('button', { name: 'Close the card' }).click();
  await expect(page.getByTestId('temper')).toBeVisible();

  // A new job, and its drawing from the device.
  await place(page, 'Jobs').click();
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('textbox', { name: 'Name of the job' }).fill('Boat numbers');
  await page.getByRole('button', { name: 'Start the job' }).click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles(DRAWING);
  await turnTo(page, 'Drawing', isWide);
  await expect(page.getByTestId('drawing')).toContainText('200 × 124 mm');
  await expect(page.getByTestId('drawing')).toContainText('Text “cut two of each” is not read');
  const original = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Fetch the original file' }).click();
  expect(readFileSync((await (await original).path())!, 'utf8')).toBe(readFileSync(DRAWING, 'utf8'));

  await turnTo(page, 'Steps', isWide);

  // A material for each colour; recipes, order and hold come by themselves.
  await expect(page.getByText('Step 1 has no material yet.')).toBeVisible();
  await chooseMaterial(page, 1, 'Outdoor vinyl, white');
  await chooseMaterial(page, 2, 'Outdoor vinyl, navy');
  await expect(step(page, 1)).toContainText('recipe found');
  await expect(step(page, 2)).toContainText(temperWord);
  await expect(page.getByTestId('hold')).toContainText('Put in Outdoor vinyl, navy');

  // The checks point at the dot that is too small.
  await turnTo(page, 'Checks', isWide);
  const finding = page.getByRole('button', {
    name: /One place is narrower than the 1 mm that Outdoor vinyl, navy holds/,
  });
  await finding.click();
  await expect(page.getByTestId('place')).toHaveCount(1);
  await expect(page.getByTestId('part-stop')).toBeVisible();
  const ring = (await page.getByTestId('place').boundingBox())!;
  const dot = (await page.getByTestId('part-stop').boundingBox())!;
  expect(dot.x).toBeGreaterThan(ring.x);
  expect(dot.x + dot.width).toBeLessThan(ring.x + ring.width);

  // An exact width, and a nudge.
  await turnTo(page, 'Sheet', isWide);
  const digit = page.getByTestId('part-digit-8').locator('path').first();
  await expect(digit).toBeVisible();
  const before = await widthOf(digit);
  await turnTo(page, 'Drawing', isWide);
  await page.getByRole('button', { name: 'Size of boat-number-48.svg' }).click();
  await page.getByRole('textbox', { name: 'Width of the drawing in mm' }).fill('150');
  await expect(page.getByRole('textbox', { name: 'Height of the drawing in mm' })).toHaveValue('93');
  await page.getByRole('button', { name: 'Set the size' }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await turnTo(page, 'Sheet', isWide);
  await expect.poll(async () => (await widthOf(digit)) / before).toBeCloseTo(0.75, 1);
  await page.getByRole('button', { name: 'Nudge step up by 0.5 mm' }).click();
  const left = (await digit.boundingBox())!.x;
  for (let i = 0; i < 4; i++) {
    const saved = page.waitForResponse((response) => response.url().endsWith('/actions') && response.ok());
    await page.getByRole('button', { name: 'Nudge right' }).click();
    await saved;
  }
  await expect.poll(async () => (await digit.boundingBox())!.x - left).toBeGreaterThan(3);

  // One part alone, by tapping it.
  await digit.click();
  await expect(page.getByText('Nudge the chosen part')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'digit-8' })).toBeChecked();
  await page.getByRole('checkbox', { name: 'digit-8' }).click();
  await expect(page.getByText('Nudge all parts')).toBeVisible();

  // The machine file of the second step, with force and speed from the measured scales.
  await turnTo(page, 'Steps', isWide);
  await expect(step(page, 2).getByTestId('estimate')).toHaveText(/\d+ s · \d+\.\d+ m/);
  if (!(await step(page, 2).getByRole('button', { name: 'Machine file (HP-GL)' }).isVisible()))
    await step(page, 2).getByRole('button', { expanded: false }).click();
  const download = page.waitForEvent('download');
  await step(page, 2).getByRole('button', { name: 'Machine file (HP-GL)' }).click();
  const file = await download;
  expect(file.suggestedFilename()).toBe('Boat numbers - step 2 - Outdoor vinyl, navy.hpgl');
  expect(readFileSync((await file.path())!, 'utf8')).toMatch(
    /^IN;\nIP0,0,4000,4000;\nSC0,10000,0,10000;\nSP2;\nVS15\.05;\nFS127;\nPU/,
  );

  // The run: under way, paused, found again after a reload, on to the hold.
  await page.getByRole('radio', { name: 'true speed' }).click();
  await page.getByRole('button', { name: 'Run on the stand-in' }).click();
  await getReady(page);
  await expect(page.getByTestId('tool')).toBeVisible();
  await page.getByRole('button', { name: 'Pause' }).click();
  await expect(page.getByTestId('progress')).toContainText('left, paused');
  // The sheet lies beside what is left of the run where there is room, else below it.
  const [progress, tool] = [
    (await page.getByTestId('progress').boundingBox())!,
    (await page.getByTestId('tool').boundingBox())!,
  ];
  expect(tool.x > progress.x + progress.width).toBe(isWide);
  expect(tool.y > progress.y + progress.height || isWide).toBe(true);
  const pausedAt = await page.getByTestId('progress').innerText();
  await page.reload();
  await expect(page.getByTestId('progress')).toContainText('left, paused');
  expect(await page.getByTestId('progress').innerText()).toBe(pausedAt);
  await page.getByRole('button', { name: 'Go on' }).click();
  await expect(page.getByTestId('hold-card')).toContainText('Put in Outdoor vinyl, navy');

  // The first colour is scored at the hold, then the next material goes in.
  await page.getByTestId('finished-1').getByRole('button', { name: 'clean' }).click();
  await expect(page.getByTestId('finished-1')).toContainText('The recipe is now');
  await page.getByRole('button', { name: 'Next material is in' }).click();
  await expect(page.getByTestId('finished-2')).toContainText('How did it come out?');
  await expect(page.getByTestId('finished-2')).toContainText('the stand-in saw this');
  const [, took, reckoned] = /took (\d+) s, reckoned (\d+) s/.exec(await page.getByTestId('finished-2').innerText())!;
  expect(Math.abs(Number(took) - Number(reckoned))).toBeLessThanOrEqual(1);
  await page.getByTestId('finished-2').getByRole('button', { name: 'backing marked' }).click();

  // A wrong outcome drops the temper, and the book says why.
  await page.getByTestId('finished-2').getByRole('button', { name: 'See it in the book' }).click();
  await expect(page.getByTestId('temper')).toContainText('and not right since');
  await expect.poll(() => page.getByTestId('temper').innerText()).not.toBe(temperBefore);
  await expect(page.getByText('backing marked').first()).toBeVisible();
  await expect(page.getByText('Boat numbers', { exact: true }).first()).toBeVisible();
}

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('a maker cuts a boat number in two colours', async ({ page }) => walk(page, false));
});

test.describe('on a wide screen', () => {
  test.use({ viewport: { width: 1280, height: 800 } });
  test('a maker cuts a boat number in two colours', async ({ page }) => walk(page, true));
});

import { join } from 'node:path';
import type { ClockView } from '@keen-anvil/contract';
import type { Page } from '@playwright/test';
import {
  addMaterial,
  addTool,
  changeStep,
  chooseMaterial,
  field,
  hpglStrokes,
  key,
  newJob,
  savedText,
  openStep,
  goThrough,
  putShape,
  score,
  setNumbers,
  startBare,
  startRun,
  stepCard,
} from './bare-shop';
import { go } from './go';
import { expect, test } from './quiet-page';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const PICTURE = join(__dirname, '../server/demo/ripple-coaster.png');

/** How far what a file draws reaches, from the least to the most of each axis, mm. */
function reachOf(file: string) {
  const points = hpglStrokes(file).flat();
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  return { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) };
}

/** A bench with a cutter of two holders, a pen, a heated tip and a blade, dark card and foil. */
async function bench(page: Page): Promise<void> {
  await startBare(page, 'Invitations');
  await go(page, '/shop/machine/new');
  await field(page, 'Name').fill('Cutter');
  await page.getByRole('radio', { name: 'Blade plotter' }).click();
  await field(page, 'Holders').fill('2');
  await key(page, 'Put it into the shop').click();
  await expect(page.getByRole('heading', { name: 'Cutter' })).toBeVisible();
  await addTool(page, 'White pen', 'Pen');
  await addTool(page, 'Warm tip', 'Heated tip');
  await addTool(page, 'Fine blade', 'Fine blade');
  await addMaterial(page, {
    name: 'Dark card',
    family: 'Card and paper',
    thicknessMm: 0.3,
    piece: { name: 'A5', widthMm: 148, lengthMm: 210, count: 5 },
  });
  await addMaterial(page, {
    name: 'Gold foil',
    family: 'Foil',
    thicknessMm: 0.02,
    piece: { name: 'Strip', widthMm: 120, lengthMm: 100, count: 5 },
  });
}

/** A card with round corners and two lines of text in the middle of it; the second line has a step of its own. */
async function drawCard(page: Page): Promise<void> {
  const tick = (name: RegExp) => page.getByRole('checkbox', { name }).click();
  await putShape(page, 'Round-cornered plate');
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await page.getByText('Set a text', { exact: true }).click();
  await field(page, 'Words').fill('REGATTA\nOSPREY');
  await page.getByRole('radio', { name: 'Single line' }).first().click();
  await field(page, 'Height of a capital').fill('6');
  await key(page, 'Put it into the job').click();
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await tick(/^Layer “Line 1”/);
  await tick(/^Layer “Line 2”/);
  await tick(/^plate/);
  await page.getByText(/^What could become of/).click();
  await page.getByRole('dialog').getByText('On one middle', { exact: true }).click();
  await expect(page.getByRole('button', { name: 'Undo: laying parts to each other' })).toBeVisible();
  await key(page, 'Let go').click();
  // What is written in single lines is drawn; the card is cut. One line of it is foiled.
  await tick(/^Layer “Line 2”/);
  await key(page, 'Into a step').click();
  await page
    .getByRole('dialog')
    .getByRole('radio', { name: /A new step/ })
    .click();
  await page.getByRole('tab', { name: 'Steps' }).click();
}

/** Drawn, foiled, then cut, each with its numbers: the order follows from what is done. */
async function setSteps(page: Page): Promise<void> {
  await expect(stepCard(page, 1)).toContainText('7 parts');
  await expect(stepCard(page, 2)).toContainText('6 parts');
  await chooseMaterial(page, 1, 'Dark card');
  await chooseMaterial(page, 2, 'Gold foil');
  await chooseMaterial(page, 3, 'Dark card');
  await expect(stepCard(page, 1)).toContainText('Draw');
  await expect(stepCard(page, 2)).toContainText('Foil');
  await expect(stepCard(page, 3)).toContainText('Through cut');
}

async function setThreeNumbers(page: Page): Promise<void> {
  await setNumbers(page, 1, { Speed: '3' });
  await setNumbers(page, 2, { Force: '12', Speed: '3' });
  await setNumbers(page, 3, { Force: '18', Speed: '3' });
}

/** Five minutes go by on the server’s clock. */
async function fiveMinutesLater(page: Page): Promise<void> {
  await page.route('**/api/clock', async (route) => {
    const answer = await route.fetch();
    const { now } = (await answer.json()) as ClockView;
    await route.fulfill({ response: answer, json: { now: now + 5 * 60_000 } });
  });
  await page.reload();
}

test('an invitation: white pen, foil and round corners on one card that is not lifted; the foil beside its place is mended for good', async ({
  page,
}) => {
  const dialog = page.getByRole('dialog');
  const fileOf = async (position: number): Promise<string> => {
    const card = await openStep(page, position);
    return savedText(page, () => card.getByRole('button', { name: /^Machine file/ }).click());
  };
  let address = '';

  await test.step('a bench with a cutter of two holders, a pen, a heated tip and a blade', () => bench(page));

  await test.step('a card with round corners, written on and foiled', async () => {
    await newJob(page, 'Invitation');
    address = new URL(page.url()).pathname;
    await drawCard(page);
  });

  await test.step('each in its way, on one card', async () => {
    await setSteps(page);
    await setThreeNumbers(page);
    await expect(page.getByTestId('hold').first()).toContainText('Lay Gold foil over the sheet');
    // Both lines lie in the middle of the card that is cut out.
    const [pen, foil, cut] = [reachOf(await fileOf(1)), reachOf(await fileOf(2)), reachOf(await fileOf(3))];
    const middle = (low: 'minX' | 'minY', high: 'maxX' | 'maxY', ...all: (typeof pen)[]) =>
      (Math.min(...all.map((one) => one[low])) + Math.max(...all.map((one) => one[high]))) / 2;
    expect(Math.abs(middle('minX', 'maxX', pen, foil) - middle('minX', 'maxX', cut))).toBeLessThan(0.2);
    expect(Math.abs(middle('minY', 'maxY', pen, foil) - middle('minY', 'maxY', cut))).toBeLessThan(0.2);
  });

  await test.step('the tip in the second holder marks 2 mm to the right: measured once, every file goes by it', async () => {
    await changeStep(page, 2, 'Holder', 'Holder 2');
    const before = reachOf(await fileOf(2));
    const penBefore = reachOf(await fileOf(1));
    await go(page, '/shop');
    await page.getByRole('link', { name: /^Cutter/ }).click();
    await page.getByRole('button', { name: /^Holder 2/ }).click();
    await dialog.getByRole('textbox', { name: 'To the right' }).fill('2');
    await dialog.getByRole('button', { name: 'Write it down' }).click();
    await expect(dialog).toHaveCount(0);
    await go(page, address);
    await page.getByRole('tab', { name: 'Steps' }).click();
    const after = reachOf(await fileOf(2));
    const moved = { x: after.minX - before.minX, y: after.minY - before.minY };
    // Across is the plotter’s second axis: the file goes 2 mm the other way, and nothing along the feed.
    expect(Math.abs(Math.hypot(moved.x, moved.y) - 2)).toBeLessThan(0.03);
    expect(Math.min(Math.abs(moved.x), Math.abs(moved.y))).toBeLessThan(0.01);
    expect(reachOf(await fileOf(1))).toEqual(penBefore);
  });

  await test.step('the pen writes; then the tip warms for five minutes, and is not taken for warm before', async () => {
    await startRun(page);
    const lines = page.getByTestId('ready-lines');
    await expect(page.getByTestId('hold-card')).toContainText('Gold foil');
    await lines.getByRole('button', { name: 'Start its 5 min clock' }).click();
    await expect(lines.getByRole('timer')).toContainText(/^(5 min 0 s|4 min [45]\d s)$/);
    const warm = lines.getByRole('checkbox', { name: /Warm tip is warm/ });
    await warm.click();
    await expect(lines).toContainText('Its time is not over.');
    await expect(warm).not.toBeChecked();
    await fiveMinutesLater(page);
    await expect(lines).toContainText('Its time is over: tick it off.');
  });

  await test.step('foiled and cut without the card being lifted', async () => {
    await goThrough(page, 3);
    await score(page, 3, 'clean');
  });
});

test('the same over a print: the picture leaves its marks bare, they are read, and pen, foil and blade go where the print lies', async ({
  page,
}) => {
  const dialog = page.getByRole('dialog');
  await bench(page);

  await test.step('a picture on the card, only printed', async () => {
    await newJob(page, 'Over a print');
    const chooser = page.waitForEvent('filechooser');
    await key(page, 'A picture as it is, to be printed').click();
    await (await chooser).setFiles(PICTURE);
    await expect(stepCard(page, 1)).toContainText('Printed on its sheet, and not cut.');
    await chooseMaterial(page, 1, 'Dark card');
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByTestId('drawing').getByRole('button', { name: 'Size' }).click();
    await dialog.getByRole('textbox', { name: 'Width' }).fill('36');
    await dialog.getByRole('button', { name: 'Set the size' }).click();
    await expect(page.getByTestId('drawing')).toContainText('36 × 36 mm');
  });

  await test.step('written and foiled over it, all in the middle of the card', async () => {
    await drawCard(page);
    await setSteps(page);
    await setThreeNumbers(page);
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox', { name: /^plate/ }).click();
    await page.getByRole('checkbox', { name: /^Picture/ }).click();
    await page.getByText(/^What could become of/).click();
    await dialog.getByText('On one middle', { exact: true }).click();
    await expect(page.getByRole('button', { name: 'Undo: laying parts to each other' })).toBeVisible();
    await key(page, 'Let go').click();
    await page.getByRole('tab', { name: /^Checks/ }).click();
    await expect(page.getByText('Has to be put right')).toHaveCount(0);
    await expect(page.getByText(/on a mark of the printed page/)).toHaveCount(0);
  });

  await test.step('printed, its marks read, and run where the print lies', async () => {
    await page.getByRole('tab', { name: 'Sheet', exact: true }).click();
    await page.getByText('The printed sheet').click();
    await expect(page.getByText(/lies on a mark/)).toHaveCount(0);
    await key(page, 'Let the stand-in look').click();
    await expect(page.getByTestId('correction')).toContainText('The sheet lies turned by');
    await page.getByRole('radio', { name: '60 times faster' }).click();
    await key(page, 'Run where the print lies').click();
    await expect(page).toHaveURL(/\/run$/);
    await goThrough(page, 3);
    await score(page, 3, 'clean');
  });
});

import { join } from 'node:path';
import type { MaterialView } from '@keen-anvil/contract';
import type { Page } from '@playwright/test';
import {
  addMachine,
  addMaterial,
  addTool,
  changeMaterial,
  chooseMaterial,
  field,
  fileOf,
  key,
  make,
  newJob,
  openStep,
  pressWarm,
  runThrough,
  putShape,
  reachAlong,
  score,
  setNumbers,
  startBare,
  stepCard,
  type Stroke,
} from './bare-shop';
import { expect, test } from './quiet-page';

// How a part lies to another is shown before it is known whether it can be made, which Chromium reports as an error.
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, refusals: [/status of (422|409)/] });

const PICTURE = join(__dirname, '../server/demo/ripple-coaster.png');

const lengthOf = ([a, b]: Stroke): number => Math.hypot(b.x - a.x, b.y - a.y);
/** Which way a stroke goes, in degrees from 0 to 180. */
const wayOf = ([a, b]: Stroke): number => ((((Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI) % 180) + 180) % 180;
/** How much of strokes goes within two degrees of a way, mm. */
const along = (strokes: readonly Stroke[], degrees: number): number =>
  strokes
    .filter((stroke) => Math.abs(((wayOf(stroke) - degrees + 270) % 180) - 90) < 2)
    .reduce((sum, stroke) => sum + lengthOf(stroke), 0);
const total = (strokes: readonly Stroke[]): number => strokes.reduce((sum, stroke) => sum + lengthOf(stroke), 0);

/** How many plates the server says are in the stock. */
async function platesLeft(page: Page): Promise<number> {
  const materials = (await (await page.request.get('/api/materials')).json()) as MaterialView[];
  return materials.find(({ name }) => name === 'Coated plate')!.pieces[0].count;
}

/** Fills what is chosen with lines. */
const hatch = (page: Page, lines: 'parallel' | 'crossed', outline: 'with it' | 'without') =>
  make(page, 'Hatch', { Lines: lines, Angle: '45', Outline: outline });

test('a coated boat plate is dyed, taped 25 mm in and up, and engraved: a name without its nub and a picture, filled with slanting lines', async ({
  page,
}) => {
  const dialog = page.getByRole('dialog');

  await test.step('a bench with a point and a press', async () => {
    await startBare(page, 'Boat plates');
    await addMachine(page, 'Plotter', 'Blade plotter');
    await addMachine(page, 'Clam', 'Heat press, clam');
    await addTool(page, 'Point', 'Engraving point');
    await addMaterial(page, {
      name: 'Ink paper',
      family: 'Ink transfer paper',
      thicknessMm: 0.1,
      piece: { name: 'Sheet', widthMm: 210, lengthMm: 297, count: 3 },
    });
    await addMaterial(page, {
      name: 'Coated plate',
      family: 'Metal blanks',
      thicknessMm: 1,
      piece: { name: 'Plate', widthMm: 100, lengthMm: 100, count: 3 },
    });
    await key(page, 'Change').first().click();
    await page.getByRole('switch', { name: 'Coated to take ink' }).click();
    await key(page, 'Write it down').click();
    await expect(page.getByText('100 mm × 100 mm')).toBeVisible();
  });

  const stepsOf = () => page.getByRole('tab', { name: 'Steps' });

  await test.step('dyed all over by heat, to its end', async () => {
    await newJob(page, 'Boat plate');
    await putShape(page, 'Rectangle', { Width: '100', Height: '100' });
    await chooseMaterial(page, 1, 'Ink paper');
    await expect(stepCard(page, 1)).toContainText('Sublimation');
    await setNumbers(page, 1, { Temperature: '195', Timer: '12' });
    await stepCard(page, 1)
      .getByRole('button', { name: /^Goes on/ })
      .click();
    await dialog.getByRole('radio', { name: /^Coated plate/ }).click();
    await page.getByRole('tab', { name: /^Checks/ }).click();
    await expect(page.getByText('Has to be put right')).toHaveCount(0);
    await stepsOf().click();
    await page.getByText('Press plan').click();
    await expect(page.getByTestId('phases')).toContainText('its ink to the blank');
    await pressWarm(page, 'Clam', ['Plate goes down', 'Plate is up', 'It is peeled']);
    await page.getByRole('button', { name: /^full colour/ }).click();
    await expect(page.getByRole('button', { name: 'Undo: Ink paper' })).toBeVisible();
    await expect.poll(() => platesLeft(page)).toBe(2);
    await page.getByRole('link', { name: 'Back to Job' }).click();
    await expect(stepCard(page, 1)).toContainText('Pressed by its plan');
  });

  await test.step('a name beside it, a nub of whose last letter is cut off', async () => {
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await key(page, 'Set a text').click();
    await field(page, 'Words').fill('OSPREY');
    await field(page, 'All of it so wide').fill('80');
    await key(page, 'Put it into the job').click();
    // The dyed area is in its step already; the letters get one of their own.
    await page.getByRole('checkbox', { name: /^No layer/ }).click();
    await page.getByRole('checkbox', { name: /^rectangle/ }).click();
    await key(page, 'Into a step').click();
    await dialog.getByText('A new step').click();
    await stepsOf().click();
    await changeMaterial(page, 2, 'Coated plate');
    await key(page, 'Drag engrave instead, as is usual for it').click();
    await expect(stepCard(page, 1)).toContainText('Drag engrave');
    await setNumbers(page, 1, { Force: '20', Speed: '5' });
    const before = total(await fileOf(page, 1));

    await page.getByRole('tab', { name: 'Drawing' }).click();
    await putShape(page, 'Rectangle', { Width: '3', Height: '5' });
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox', { name: /^rectangle 3 × 5/ }).click();
    await page.getByRole('checkbox', { name: /^Y/ }).click();
    for (const edges of ['Right edges', 'Upper edges']) {
      await page.getByText(/^What could become of/).click();
      await dialog.getByText(edges, { exact: true }).click();
      await expect(dialog).toBeHidden();
      await expect(page.getByRole('button', { name: 'Undo: laying parts to each other' })).toBeVisible();
    }
    await make(page, 'Cut out of “Y”');
    await key(page, 'Let go').click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    const strokes = await fileOf(page, 1);
    // What is left of the Y is less wide at its top by 3 mm, and the word is as wide as it was but for that.
    const spans = (['x', 'y'] as const).map((axis) => reachAlong(axis, strokes)[1] - reachAlong(axis, strokes)[0]);
    expect(Math.max(...spans)).toBeGreaterThan(76.5);
    expect(Math.max(...spans)).toBeLessThan(80.1);
    expect(total(strokes)).not.toBeCloseTo(before, 1);
  });

  await test.step('a picture below it, 44 mm wide, where there is room for it', async () => {
    await page.getByRole('tab', { name: 'Drawing' }).click();
    const chooser = page.waitForEvent('filechooser');
    await key(page, 'Choose a file').click();
    await (await chooser).setFiles(PICTURE);
    const card = page.getByTestId('drawing').filter({ hasText: 'ripple-coaster.png' });
    await card.getByRole('button', { name: 'Size' }).click();
    await dialog.getByRole('textbox', { name: 'Width' }).fill('44');
    await dialog.getByRole('button', { name: 'Set the size' }).click();
    await expect(card).toContainText('44 × 44 mm');
    await page.getByRole('tab', { name: 'Steps' }).click();
    await chooseMaterial(page, 2, 'Coated plate');
    await page.getByRole('tab', { name: /^Checks/ }).click();
    await expect(page.getByText('Has to be put right')).toHaveCount(0);
    await expect(page.getByText(/were drawn together/)).toHaveCount(0);
  });

  await test.step('both are filled with slanting lines and outlined', async () => {
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox', { name: /^No layer/ }).click();
    // The dyed area stays as it is.
    await page.getByText(/^Show \d+ more$/).click();
    await page.getByRole('checkbox', { name: /^rectangle 100 × 100/ }).click();
    await hatch(page, 'parallel', 'with it');
    await key(page, 'Let go').click();
    await page.getByRole('tab', { name: /^Checks/ }).click();
    await expect(page.getByText('Has to be put right')).toHaveCount(0);
    await expect(page.getByText(/run twice/)).toHaveCount(0);
    await page.getByRole('tab', { name: 'Steps' }).click();
    for (const position of [1, 2]) {
      const strokes = await fileOf(page, position);
      const [slanting, other] = [along(strokes, 45), along(strokes, 135)].sort((a, b) => b - a);
      // Most of it is hatch, which goes one way.
      expect(slanting).toBeGreaterThan(0.4 * total(strokes));
      expect(slanting).toBeGreaterThan(8 * other);
    }
  });

  await test.step('taped 25 mm in and 25 mm up on the carrier, the file goes by it', async () => {
    const step = await openStep(page, 1);
    await step.getByRole('switch', { name: 'On a carrier sheet' }).click();
    await expect(step).toContainText('in its corner');
    const before = await fileOf(page, 1);
    await step.getByRole('button', { name: /^Where on the carrier/ }).click();
    await dialog.getByRole('textbox', { name: 'In from the left' }).fill('25');
    await dialog.getByRole('textbox', { name: 'Up' }).fill('25');
    await dialog.getByRole('textbox', { name: 'Up' }).blur();
    await expect(step).toContainText('25 mm in, 25 mm up');
    await dialog.getByRole('button', { name: 'Close' }).click();
    const after = await fileOf(page, 1);
    for (const axis of ['x', 'y'] as const)
      expect(reachAlong(axis, after)[0] - reachAlong(axis, before)[0]).toBeCloseTo(25, 1);
  });

  await test.step('crossed lines are tried beside, on a patch of its own', async () => {
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await putShape(page, 'Rectangle', { Width: '12', Height: '12' });
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox', { name: /^rectangle/ }).click();
    await hatch(page, 'crossed', 'without');
    await key(page, 'Into a step').click();
    await dialog.getByText('A new step').click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    await page.getByRole('tab', { name: /^Checks/ }).click();
    await expect(page.getByText('Has to be put right')).toHaveCount(0);
    await page.getByRole('tab', { name: 'Steps' }).click();
    const strokes = await fileOf(page, 3);
    // 11.8 mm squared at half a millimetre, each way.
    for (const way of [45, 135]) expect(Math.abs(along(strokes, way) - 11.8 ** 2 / 0.5)).toBeLessThan(30);
  });

  await test.step('engraved on the stand-in, from the first to the last', async () => {
    await runThrough(page, 3);
    for (const position of [1, 2, 3]) await score(page, position, 'clear line');
    // The plate that was dyed is the one that was engraved: it was taken once.
    expect(await platesLeft(page)).toBe(2);
  });
});

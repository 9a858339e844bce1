import {
  addMachine,
  addTool,
  chooseMaterial,
  field,
  getPressReady,
  hpglStrokes,
  key,
  make,
  newJob,
  putShape,
  savedText,
  score,
  setNumbers,
  startBare,
  startRun,
  stepCard,
} from './bare-shop';
import { go } from './go';
import { expect, test } from './quiet-page';

// Without numbers there is no press plan, which Chromium reports as an error.
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, refusals: [/status of 422/] });

/** The corners of the leftover of glitter film, in mm. */
const LEFTOVER = [
  [0, 0],
  [190, 20],
  [170, 150],
  [60, 170],
] as const;

test('a seat pad: a trefoil as large as a leftover takes, on a carrier, the rest kept for leaves, pressed by the hand plate', async ({
  page,
}) => {
  const dialog = page.getByRole('dialog');

  await test.step('a bench with a cutter and a hand plate, and a leftover that is no rectangle', async () => {
    await startBare(page, 'Seat pad');
    await addMachine(page, 'Cutter', 'Blade plotter');
    await addMachine(page, 'Hand plate', 'Heat press, hand plate');
    await addTool(page, 'Older blade', 'Fine blade');
    await go(page, '/stock/new');
    await field(page, 'Name').fill('Glitter film');
    await page.getByRole('radio', { name: 'Transfer film', exact: true }).click();
    await field(page, 'Thickness').fill('0.1');
    await key(page, 'Put it on the shelf').click();
    await key(page, 'Add a piece').click();
    await dialog.getByRole('radio', { name: 'offcut' }).click();
    await field(page, 'Outline').fill(LEFTOVER.map((corner) => corner.join(' ')).join(', '));
    await field(page, 'Name').fill('Leftover');
    await key(page, 'Put it into stock').click();
    await expect(page.getByText('190 mm × 170 mm')).toBeVisible();
  });

  await test.step('three circles become a trefoil', async () => {
    await newJob(page, 'Seat pad');
    await putShape(page, 'Circle', { Diameter: '30' });
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox').first().click();
    await make(page, 'Repeat round a point', { 'How many': '3', Radius: '14' });
    await make(page, 'Join what crosses in it');
    await page.getByRole('tab', { name: 'Steps' }).click();
    await chooseMaterial(page, 1, 'Glitter film');
    await setNumbers(page, 1, { Force: '12', Speed: '4' });
  });

  await test.step('a leftover that is no rectangle asks for a carrier', async () => {
    await page.getByRole('tab', { name: /Checks/ }).click();
    await expect(page.getByText(/Leftover is no rectangle: without a carrier sheet/)).toBeVisible();
    await key(page, 'Put it on a carrier sheet').click();
    await expect(page.getByText(/is no rectangle: without/)).toHaveCount(0);
  });

  await test.step('as large as the leftover takes', async () => {
    await page.getByRole('tab', { name: 'Sheet', exact: true }).click();
    await page.getByText('Lay by hand').click();
    await page.getByText('Choose all').click();
    await page.getByText('Turn, size').click();
    const sized = page.waitForResponse((response) => response.url().endsWith('/actions') && response.ok());
    await key(page, 'At any angle').click();
    await sized;
    await page.getByRole('link', { name: /^Back to/ }).click();
  });

  await test.step('the cutter gets a trefoil that fills the leftover and stays in it', async () => {
    await page.getByRole('tab', { name: 'Steps' }).click();
    const file = await savedText(page, () =>
      stepCard(page, 1)
        .getByRole('button', { name: /^Machine file/ })
        .click(),
    );
    const points = hpglStrokes(file).flat();
    const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
    const across = Math.max(...xs) - Math.min(...xs);
    const along = Math.max(...ys) - Math.min(...ys);
    // As drawn it is 54 mm wide; the circle that fits into the leftover has about 150 mm.
    expect(Math.min(across, along)).toBeGreaterThan(115);
    expect(Math.max(across, along)).toBeLessThan(175);
  });

  await test.step('cut, and its rest kept', async () => {
    await startRun(page);
    await score(page, 1, 'clean');
    await key(page, 'Keep it as an offcut').first().click();
    await expect(page.getByText(/is in the stock as “rest of Leftover”/)).toBeVisible();
  });

  await test.step('pressed by the hand plate', async () => {
    await key(page, 'On to the press').click();
    await page.getByTestId('no-press-numbers').getByRole('button', { name: 'Set the numbers myself' }).click();
    await dialog.getByRole('textbox', { name: 'Temperature' }).fill('150');
    await dialog.getByRole('button', { name: 'Write it down as bare' }).click();
    await expect(page.getByTestId('press-plan')).toContainText('One pressing suits all of it');
    await page.getByRole('switch', { name: 'The press is warm already' }).click();
    await key(page, 'Begin at Hand plate').click();
    await getPressReady(page);
    await key(page, 'Start').click();
    await expect(page.getByTestId('press-timer')).toBeVisible();
  });

  await test.step('as many leaves as the rest takes', async () => {
    await newJob(page, 'Leaves');
    await putShape(page, 'Leaf', { Width: '10', Height: '22' });
    await chooseMaterial(page, 1, 'Glitter film');
    await expect(stepCard(page, 1)).toContainText('rest of Leftover');
    await expect(stepCard(page, 1)).toContainText('recipe found');
    await page.getByRole('tab', { name: 'Sheet', exact: true }).click();
    await page.getByText('Nest the parts').click();
    await page.getByRole('radio', { name: 'As many as fit' }).click();
    await key(page, 'Nest').click();
    await expect(page.getByText(/^rest of Leftover.*: [1-9]\d* parts?$/)).toBeVisible();
  });
});

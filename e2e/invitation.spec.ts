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
  runThrough,
  score,
  setNumbers,
  startBare,
  stepCard,
} from './bare-shop';
import { go } from './go';
import { expect, test } from './quiet-page';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** How far what a file draws reaches, from the least to the most of each axis, mm. */
function reachOf(file: string) {
  const points = hpglStrokes(file).flat();
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  return { minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) };
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

  await test.step('a bench with a cutter of two holders, a pen, a heated tip and a blade', async () => {
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
  });

  await test.step('a card with round corners, written on and foiled', async () => {
    await newJob(page, 'Invitation');
    address = new URL(page.url()).pathname;
    await key(page, 'A measured shape').click();
    await page.getByText('Round-cornered plate').click();
    await key(page, 'Put it into the job').click();
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByText('Set a text', { exact: true }).click();
    await field(page, 'Words').fill('REGATTA\nOSPREY');
    await page.getByRole('radio', { name: 'Single line' }).first().click();
    await field(page, 'Height of a capital').fill('6');
    await key(page, 'Put it into the job').click();
    // What is written in single lines is drawn; the card is cut. One line of it is foiled.
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox', { name: /^Layer “Line 2”/ }).click();
    await key(page, 'Into a step').click();
    await dialog.getByRole('radio', { name: /A new step/ }).click();
    await page.getByRole('tab', { name: 'Steps' }).click();
  });

  await test.step('each in its way, on one card', async () => {
    // Drawn, foiled, then cut: the order follows from what is done.
    await expect(stepCard(page, 1)).toContainText('7 parts');
    await expect(stepCard(page, 2)).toContainText('6 parts');
    await chooseMaterial(page, 1, 'Dark card');
    await chooseMaterial(page, 2, 'Gold foil');
    await chooseMaterial(page, 3, 'Dark card');
    await expect(stepCard(page, 1)).toContainText('Draw');
    await expect(stepCard(page, 2)).toContainText('Foil');
    await expect(stepCard(page, 3)).toContainText('Through cut');
    await setNumbers(page, 1, { Speed: '3' });
    await setNumbers(page, 2, { Force: '12', Speed: '3' });
    await setNumbers(page, 3, { Force: '18', Speed: '3' });
    await expect(page.getByTestId('hold').first()).toContainText('Lay Gold foil over the sheet');
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

  await test.step('drawn, foiled and cut without being lifted', async () => {
    await runThrough(page, 3);
    await score(page, 3, 'clean');
  });
});

import { join } from 'node:path';
import {
  addMachine,
  addTool,
  chooseMaterial,
  field,
  hpglStrokes,
  key,
  make,
  newJob,
  savedText,
  score,
  setNumbers,
  startBare,
  startRun,
  stepCard,
  type Stroke,
} from './bare-shop';
import { go } from './go';
import { expect, test } from './quiet-page';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const WAVES = join(__dirname, '../server/demo/pattern-waves.jpg');

/** Strokes that follow each other without lifting, as the outlines they make. */
function outlines(strokes: readonly Stroke[]): Stroke[][] {
  const found: Stroke[][] = [];
  for (const stroke of strokes) {
    const last = found[found.length - 1]?.at(-1);
    if (last && Math.hypot(last[1].x - stroke[0].x, last[1].y - stroke[0].y) < 1e-6)
      found[found.length - 1].push(stroke);
    else found.push([stroke]);
  }
  return found;
}

const sizeOf = (outline: readonly Stroke[]) => {
  const points = outline.flat();
  const [xs, ys] = [points.map(({ x }) => x), points.map(({ y }) => y)];
  return { width: Math.max(...xs) - Math.min(...xs), height: Math.max(...ys) - Math.min(...ys) };
};

test('tokens for the prize ribbons: six mirrored pairs of three drops on one patterned sheet, none of them turned', async ({
  page,
}) => {
  await test.step('a bench with a knife, and a sheet with waves', async () => {
    await startBare(page, 'Tokens');
    await addMachine(page, 'Cutter', 'Blade plotter');
    await addTool(page, 'Knife', 'Knife');
    await go(page, '/stock/new');
    await field(page, 'Name').fill('Imitation leather, waves');
    await page.getByRole('radio', { name: 'Leather', exact: true }).click();
    await field(page, 'Thickness').fill('1');
    await key(page, 'Put it on the shelf').click();
    const chooser = page.waitForEvent('filechooser');
    await page.getByText('Add a photo of its pattern').click();
    await (await chooser).setFiles(WAVES);
    await expect(page.getByText('Another photo')).toBeVisible();
    await key(page, 'Add a piece').click();
    await field(page, 'Name').fill('Sheet');
    await field(page, 'Width').fill('200');
    await field(page, 'Length').fill('300');
    await key(page, 'Put it into stock').click();
    await expect(page.getByText('200 mm × 300 mm')).toBeVisible();
  });

  await test.step('three drops with holes for their rings, and their mirrored other half', async () => {
    await newJob(page, 'Tokens');
    await key(page, 'A measured shape').click();
    await page.getByText('Tiered drops').click();
    await key(page, 'Put it into the job').click();
    await chooseMaterial(page, 1, 'Imitation leather, waves');
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox').first().click();
    await make(
      page,
      'Mirror to the other side',
      { 'What is there': 'stays, as a pair of two parts' },
      { eachByItself: true },
    );
    await expect(page.getByRole('checkbox', { name: /mirrored/ })).toHaveCount(3);
  });

  await test.step('six pairs find room on one sheet, along its pattern', async () => {
    await page.getByRole('tab', { name: 'Sheet', exact: true }).click();
    await page.getByRole('button', { name: 'Nest the parts' }).click();
    // What stands in a pattern is not turned unless the maker says so.
    await expect(page.getByRole('radio', { name: 'As drawn', exact: true })).toBeChecked();
    await page.getByRole('radio', { name: 'So often' }).click();
    await field(page, 'Copies of each').fill('6');
    await key(page, 'Nest').click();
    await expect(page.getByText('Sheet, 200 × 300 mm: 36 parts')).toBeVisible();
    await expect(page.getByText('No room for')).toHaveCount(0);
    await key(page, 'Take it').click();
    await page.getByRole('tab', { name: 'Steps' }).click();
  });

  await test.step('what the knife gets are 36 drops that stand upright, with their holes', async () => {
    await setNumbers(page, 1, { Force: '20', Speed: '3' });
    const file = await savedText(page, () =>
      stepCard(page, 1)
        .getByRole('button', { name: /^Machine file/ })
        .click(),
    );
    const sizes = outlines(hpglStrokes(file)).map(sizeOf);
    // Tiers of 18, 24 and 30 mm, each half as high again as it is wide; the sheet is fed along the plotter’s first axis.
    const isOf = (width: number) => (size: { width: number; height: number }) =>
      Math.abs(Math.min(size.width, size.height) - width) < 1 &&
      Math.abs(Math.max(size.width, size.height) - 1.5 * width) < 1;
    for (const width of [18, 24, 30]) {
      const own = sizes.filter(isOf(width));
      expect(own).toHaveLength(12);
      expect(new Set(own.map((size) => size.width > size.height)).size).toBe(1);
    }
    const holes = sizes.filter(({ width, height }) => Math.max(width, height) < 4);
    // One in the first, two below; two above and below in the second; two above in the third: nine a token.
    expect(holes).toHaveLength(12 * 9);
  });

  await test.step('cut, and told how it came out', async () => {
    await startRun(page);
    await score(page, 1, 'clean');
  });
});

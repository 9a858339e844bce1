import {
  addMachine,
  addMaterial,
  chooseMaterial,
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
import { expect, test } from './quiet-page';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

/** Where a beam goes while it is on, in mm, by a G-code file: how far it reaches along each axis. */
function reachOf(file: string): { width: number; height: number } {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const line of file.split('\n')) {
    if (!/^G0?[123]\b/.test(line)) continue;
    const [x, y] = [/X(-?[\d.]+)/.exec(line), /Y(-?[\d.]+)/.exec(line)];
    if (x) xs.push(Number(x[1]));
    if (y) ys.push(Number(y[1]));
  }
  return { width: Math.max(...xs) - Math.min(...xs), height: Math.max(...ys) - Math.min(...ys) };
}

test('a ripple trophy: eight rounds joined and filled, five rings round them with spine and eye, cut, counted and priced', async ({
  page,
}) => {
  await test.step('a bench with one laser', async () => {
    await startBare(page, 'Trophies');
    await addMachine(page, 'Diode', 'Diode laser');
    await addMaterial(page, {
      name: 'Acrylic 3 mm',
      family: 'Acrylic',
      thicknessMm: 3,
      piece: { name: 'Sheet', widthMm: 300, lengthMm: 480, count: 2 },
    });
  });

  await test.step('its shape', async () => {
    await newJob(page, 'Ripple trophy');
    await putShape(page, 'Circle', { Diameter: '30' });
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox').first().click();
    await make(page, 'Repeat round a point', { 'How many': '8' });
    await make(page, 'Join what crosses in it');
    await make(page, 'Fill its holes');
    await make(page, 'Ripples', { Ripples: '5', 'Hole of an eye': '4' });
    await page.getByRole('tab', { name: 'Steps' }).click();
    await chooseMaterial(page, 1, 'Acrylic 3 mm');
    await setNumbers(page, 1, { Power: '80', Speed: '250' });
  });

  await test.step('is as large as it comes to by hand', async () => {
    const file = await savedText(page, () =>
      stepCard(page, 1)
        .getByRole('button', { name: /^Machine file/ })
        .click(),
    );
    // Rounds of 30 mm about a point 30 mm away reach 45 mm; five times a gap of 3 mm and a rib of 2 mm beyond: 70 mm.
    const { width, height } = reachOf(file);
    expect(Math.abs(width - 140)).toBeLessThan(0.6);
    // The eye stands out on one side.
    expect(height).toBeGreaterThan(140);
    expect(height).toBeLessThan(155);
  });

  await test.step('what one costs, and how many come out of the sheets', async () => {
    await page.getByText('What it costs').click();
    // Two beside each other and three below: 6 on each.
    await expect(page.getByText(/1 × Acrylic 3 mm \(6 on each\)/).first()).toBeVisible();
    await expect(page.getByText(/EUR each/).first()).toBeVisible();
    await page.getByRole('link', { name: 'Back to Job' }).click();
  });

  await test.step('cut, and finished: bent once, and last', async () => {
    await startRun(page);
    await score(page, 1, 'through, clean edge');
    await page.getByRole('link', { name: 'Back to Job' }).click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    await page.getByText('After the machines').click();
    await expect(page.getByTestId('finishing')).toContainText('If it is bent: once, and last.');
  });
});

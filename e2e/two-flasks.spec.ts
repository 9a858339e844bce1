import {
  addMachine,
  addMaterial,
  addTool,
  changeMaterial,
  chooseMaterial,
  field,
  hpglStrokes,
  key,
  newJob,
  savedText,
  score,
  setNumbers,
  startBare,
  startRun,
  stepCard,
  stretchesAlong,
} from './bare-shop';
import { getReady, go } from './go';
import { expect, test } from './quiet-page';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('two flasks: two lines in two fonts, 3 mm apart and 76 mm wide, in two colours that change places', async ({
  page,
}) => {
  const dialog = page.getByRole('dialog');

  await test.step('a bench with one cutter and two vinyls', async () => {
    await startBare(page, 'Flasks');
    await addMachine(page, 'Cutter', 'Blade plotter');
    await addTool(page, 'Fine blade', 'Fine blade');
    for (const colour of ['blue', 'white'])
      await addMaterial(page, {
        name: `Vinyl, ${colour}`,
        family: 'Vinyl',
        thicknessMm: 0.1,
        piece: { name: 'Sheet', widthMm: 200, lengthMm: 300, count: 2 },
      });
  });

  await test.step('the two lines', async () => {
    await newJob(page, 'First flask');
    await key(page, 'Set a text').click();
    await field(page, 'Words').fill('BOW FOUR\nspare');
    await page.getByRole('switch', { name: 'Each line by itself' }).click();
    await page.getByTestId('line-2').getByRole('radio', { name: 'Joined script' }).click();
    await field(page, 'Line 2: height of a capital').fill('24');
    await field(page, 'Clear between lines').fill('3');
    await field(page, 'All of it so wide').fill('76');
    await expect(page.getByText(/^76 × /)).toBeVisible();
    await key(page, 'Put it into the job').click();
    await chooseMaterial(page, 1, 'Vinyl, blue');
    await setNumbers(page, 1, { Force: '14', Speed: '2' }, { overcut: true });
  });

  await test.step('what the cutter gets is 76 mm wide, with 3 mm clear between the lines', async () => {
    const file = await savedText(page, () =>
      stepCard(page, 1)
        .getByRole('button', { name: /^Machine file/ })
        .click(),
    );
    const strokes = hpglStrokes(file);
    const [across, along] = (['x', 'y'] as const).map((axis) => stretchesAlong(axis, strokes));
    const reach = (stretches: [number, number][]) => stretches[stretches.length - 1][1] - stretches[0][0];
    // The blade turns in a little beyond each corner: that is all a file may differ by.
    const [wide, lines] = Math.abs(reach(across) - 76) < 1 ? [across, along] : [along, across];
    expect(Math.abs(reach(wide) - 76)).toBeLessThan(1);
    expect(lines).toHaveLength(2);
    expect(Math.abs(lines[1][0] - lines[0][1] - 3)).toBeLessThan(0.6);
  });

  await test.step('each line in its own colour', async () => {
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox', { name: /^Layer “Line 2”/ }).click();
    await key(page, 'Into a step').click();
    await dialog.getByRole('radio', { name: /A new step/ }).click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    await changeMaterial(page, 2, 'Vinyl, white');
    await stepCard(page, 2).getByRole('button', { name: 'Start with it' }).click();
    await expect(stepCard(page, 2)).toContainText('recipe found');
  });

  await test.step('both are cut, one after the other', async () => {
    await startRun(page);
    await score(page, 1, 'clean');
    await getReady(page, 'Next material is in');
    await score(page, 2, 'clean');
  });

  await test.step('weeded, taped, and laid on, one colour over the other', async () => {
    await page.getByRole('link', { name: 'Back to Job' }).click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    await page.getByText('After the machines').click();
    const lines = page.getByTestId('finishing');
    for (const colour of ['blue', 'white']) {
      await expect(lines).toContainText(`Weed Vinyl, ${colour}`);
      await expect(lines).toContainText(`Transfer tape onto Vinyl, ${colour}`);
    }
    await expect(lines).toContainText('Line up Vinyl, white over the colour below');
  });

  await test.step('the second flask is the first with its colours changed', async () => {
    await page.getByRole('link', { name: 'Back to Job' }).click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    await key(page, 'Keep as a template').click();
    await dialog.getByRole('button', { name: 'Keep it', exact: true }).click();
    await expect(page.getByText('Kept as the template “First flask”.')).toBeVisible();
    await go(page, '/jobs/new');
    await page.getByRole('radio', { name: 'First flask' }).click();
    await key(page, 'Make it again').click();
    for (const [position, colour] of [
      [1, 'white'],
      [2, 'blue'],
    ] as const) {
      await changeMaterial(page, position, `Vinyl, ${colour}`);
      await expect(stepCard(page, position)).toContainText('recipe found');
    }
    await startRun(page);
    await score(page, 1, 'clean');
    await getReady(page, 'Next material is in');
    await score(page, 2, 'clean');
    await expect(page.getByTestId('finished-1')).toContainText('Vinyl, white');
    await expect(page.getByTestId('finished-2')).toContainText('Vinyl, blue');
  });
});

import type { Page } from '@playwright/test';
import {
  addMachine,
  addMaterial,
  chooseMaterial,
  key,
  make,
  newJob,
  openStep,
  pressWarm,
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

/** The lines that a beam burns one after the other, by a G-code file: how far each reaches along each axis, mm. */
function burnt(file: string): { width: number; height: number; reach: [number, number, number, number] }[] {
  const lines: { x: number; y: number }[][] = [];
  let at = { x: 0, y: 0 };
  for (const line of file.split('\n')) {
    const move = /^G0?([0123])\b/.exec(line);
    if (!move) continue;
    const [x, y] = [/X(-?[\d.]+)/.exec(line), /Y(-?[\d.]+)/.exec(line)];
    const to = { x: x ? Number(x[1]) : at.x, y: y ? Number(y[1]) : at.y };
    if (move[1] === '0') lines.push([to]);
    else lines.at(-1)?.push(to);
    at = to;
  }
  return lines
    .filter((line) => line.length > 1)
    .map((line) => {
      const [xs, ys] = [line.map(({ x }) => x), line.map(({ y }) => y)];
      const reach: [number, number, number, number] = [
        Math.min(...xs),
        Math.min(...ys),
        Math.max(...xs),
        Math.max(...ys),
      ];
      return { width: reach[2] - reach[0], height: reach[3] - reach[1], reach };
    });
}

/** How far all of a file reaches along each axis, mm. */
function reachOf(file: string): { width: number; height: number } {
  const all = burnt(file).map(({ reach }) => reach);
  return {
    width: Math.max(...all.map((r) => r[2])) - Math.min(...all.map((r) => r[0])),
    height: Math.max(...all.map((r) => r[3])) - Math.min(...all.map((r) => r[1])),
  };
}

/** An oar blade with its shaft, a hole of 8 mm and a slot of 10 × 20 mm in it. */
const OAR = {
  name: 'oar.svg',
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="140mm" viewBox="0 0 60 140"><path fill="#204060" fill-rule="evenodd" d="M30 5C52 5 52 75 36 85V135H24V85C8 75 8 5 30 5ZM30 20A4 4 0 1 0 30.01 20ZM25 40H35V60H25Z"/></svg>`,
  ),
};

/** A blank to be dyed all over. */
async function dyeWith(page: Page): Promise<void> {
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await putShape(page, 'Rectangle', { Width: '66', Height: '162' });
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

test('ripples round an oar blade keep what is in it; the blank is dyed on both sides, cooled under weight after each, and bent last', async ({
  page,
}) => {
  const dialog = page.getByRole('dialog');

  await test.step('a bench with a laser and a press', async () => {
    await startBare(page, 'Oar trophies');
    await addMachine(page, 'Diode', 'Diode laser');
    await addMachine(page, 'Clam', 'Heat press, clam');
    await addMaterial(page, {
      name: 'Ink paper',
      family: 'Ink transfer paper',
      thicknessMm: 0.1,
      piece: { name: 'Sheet', widthMm: 210, lengthMm: 297, count: 4 },
    });
    await addMaterial(page, {
      name: 'Acrylic 3 mm',
      family: 'Acrylic',
      thicknessMm: 3,
      piece: { name: 'Sheet', widthMm: 300, lengthMm: 480, count: 2 },
    });
    await key(page, 'Change').first().click();
    await page.getByRole('switch', { name: 'Coated to take ink' }).click();
    await key(page, 'Write it down').click();
    await expect(dialog).toHaveCount(0);
  });

  await test.step('three ripples round the blade, whose hole and slot stay', async () => {
    await newJob(page, 'Oar trophy');
    const chooser = page.waitForEvent('filechooser');
    await key(page, 'Choose a file').click();
    await (await chooser).setFiles(OAR);
    await page.getByRole('tab', { name: 'Drawing' }).click();
    await page.getByRole('checkbox', { name: /^Part 1/ }).click();
    await make(page, 'Ripples', { Ripples: '3' });
    await key(page, 'Let go').click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    await chooseMaterial(page, 1, 'Acrylic 3 mm');
    await setNumbers(page, 1, { Power: '80', Speed: '250' });
    await key(page, 'Cut them out').click();
    const lines = burnt(await savedText(page, () => key(page, /^Machine file/).click()));
    const has = (width: number, height: number) =>
      lines.filter((line) => Math.abs(line.width - width) < 0.3 && Math.abs(line.height - height) < 0.3);
    expect(has(8, 8)).toHaveLength(1);
    expect(has(10, 20)).toHaveLength(1);
    // The blade is 34.7 mm wide, 130 mm long; three times a gap of 3 mm and a rib of 2 mm on each side.
    expect(
      Math.abs(reachOf(await savedText(page, () => key(page, /^Machine file/).click())).height - 160),
    ).toBeLessThan(0.6);
  });

  await test.step('ink for both sides', async () => {
    await dyeWith(page);
    await page.getByRole('tab', { name: 'Steps' }).click();
    await chooseMaterial(page, 2, 'Ink paper');
    await setNumbers(page, 2, { Temperature: '185', Timer: '12' });
    const front = await openStep(page, 2);
    await front.getByRole('button', { name: /^Goes on/ }).click();
    await dialog.getByRole('radio', { name: /^Acrylic/ }).click();
    await dyeWith(page);
    await page
      .getByRole('checkbox', { name: /^rectangle/ })
      .nth(1)
      .click();
    await key(page, 'Into a step').click();
    await dialog.getByText('A new step').click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    const back = await openStep(page, 3);
    await back.getByRole('button', { name: /^Side/ }).click();
    await dialog.getByText('The back, turned left to right').click();
    await expect(back).toContainText('The back');
    await page.getByRole('tab', { name: /^Checks/ }).click();
    await expect(page.getByText('Has to be put right')).toHaveCount(0);
  });

  await test.step('pressed from both sides, cooled under weight after each', async () => {
    await page.getByRole('tab', { name: 'Steps' }).click();
    await (await openStep(page, 3)).getByText('Press plan').click();
    await expect(page.getByTestId('phases')).toContainText(/Weigh it down.*Turn it over.*Weigh it down/s);
    const once = ['Plate goes down', 'Plate is up', 'It is peeled', 'It is cold'];
    await pressWarm(page, 'Clam', [...once, 'It is turned over', ...once]);
    for (const _ of ['front', 'back'])
      await page
        .getByRole('button', { name: /^full colour/ })
        .first()
        .click();
    await expect(page.getByRole('button', { name: 'Undo: Ink paper' })).toHaveCount(2);
    await page.getByRole('link', { name: 'Back to Job' }).click();
  });

  await test.step('cut out of the dyed blank, and bent when all else is done', async () => {
    await startRun(page);
    await score(page, 1, 'through, clean edge');
    await page.getByRole('link', { name: 'Back to Job' }).click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    await page.getByText('After the machines').click();
    const lines = page.getByTestId('finishing').getByRole('checkbox');
    await expect(lines.first()).toBeVisible();
    // Nothing is done to the blank itself after that: rings and cord come onto what is done.
    const said = await lines.allInnerTexts();
    const bent = said.findIndex((line) => line.includes('If it is bent: once, and last.'));
    expect(said.slice(bent + 1)).toEqual([expect.stringContaining('Put it together')]);
  });
});

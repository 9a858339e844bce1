import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { go } from './go';
import { expect, test } from './quiet-page';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const artwork = (name: string) => join(__dirname, '../server/demo', name);
const tab = (page: Page, name: string | RegExp) => page.getByRole('tab', { name }).click();
const part = (page: Page, name: string | RegExp) => page.getByRole('checkbox', { name });
const step = (page: Page, position: number) => page.getByTestId(`step-${position}`);

async function newJob(page: Page, name: string) {
  await go(page, '/jobs/new');
  await page.getByRole('textbox', { name: 'Name of the job' }).fill(name);
  await page.getByRole('button', { name: 'Start the job' }).click();
}

async function bring(page: Page, key: string, name: string) {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: key }).click();
  await (await chooser).setFiles(artwork(name));
}

async function give(page: Page, position: number, material: RegExp) {
  await step(page, position).getByRole('button', { name: 'Choose the material' }).click();
  await page.getByRole('dialog').getByRole('radio', { name: material }).click();
}

test('a sticker: traced by what is opaque, rimmed in a colour of the picture, and its rim made wider with both cuts', async ({
  page,
}) => {
  await newJob(page, 'Stickers again');
  await bring(page, 'Choose a file', 'crew-sticker.png');
  await tab(page, 'Drawing');
  await page.getByRole('button', { name: 'Trace it otherwise' }).click();
  await page.getByRole('radio', { name: 'Edge of what is opaque' }).click();
  await page.getByRole('button', { name: 'Keep it so' }).click();
  await tab(page, 'Drawing');
  await part(page, /^Part 1/).click();
  await page.getByRole('button', { name: 'What could become of it' }).click();
  await page.getByRole('button', { name: 'A sticker, with a rim' }).click();
  await page.getByRole('radio', { name: '#1d2f5c' }).click();
  await page.getByRole('radio', { name: /^Gaps closed up to/ }).click();
  await page.getByRole('textbox', { name: 'Gaps closed up to' }).fill('6');
  await page.getByRole('button', { name: 'Make the sticker' }).click();
  const rim = part(page, /^Part 1, rim [\d.]+ × /);
  const cut = part(page, /^Part 1, rim, outline at 4 mm/);
  const widthOf = async (row: typeof rim) => Number(/([\d.]+) ×/.exec((await row.textContent()) ?? '')![1]);
  await expect(cut).toBeVisible();
  expect((await widthOf(cut)) - (await widthOf(rim))).toBeCloseTo(8, 0);
  const before = await widthOf(rim);
  await rim.click();
  await page.getByRole('button', { name: 'Its measures', exact: true }).click();
  await page.getByRole('radio', { name: 'A rim round it' }).click();
  await page.getByRole('radio', { name: /^Width, 3 mm/ }).click();
  await page.getByRole('button', { name: 'Width up by 0.5 mm' }).click();
  await expect.poll(async () => (await widthOf(rim)) - before).toBeCloseTo(1, 1);
  await expect.poll(async () => (await widthOf(cut)) - (await widthOf(rim))).toBeCloseTo(8, 0);
  // The picture is printed, the rim kiss cut, the outside cut through.
  await expect(page.getByTestId('print')).not.toHaveCount(0);
  await page.getByRole('button', { name: 'Measures away' }).click();
  await tab(page, 'Steps');
  await give(page, 1, /Sticker paper, matt/);
  await give(page, 2, /Sticker paper, matt/);
  await expect(step(page, 1)).toContainText('Kiss cut');
  await tab(page, 'Sheet');
  await expect(page.getByTestId('sheet').getByTestId('print')).toHaveCount(1);
});

test('a crew board: photos in windows, dragged and turned, one like the other, and taken out again', async ({
  page,
}) => {
  await newJob(page, 'Board again');
  await bring(page, 'Choose a file', 'crew-board.svg');
  await tab(page, 'Drawing');
  await part(page, /^bow/).click();
  await part(page, /^cox/).click();
  await page.getByRole('button', { name: 'What could become of them' }).click();
  await page.getByRole('button', { name: 'A picture inside' }).click();
  await expect(page.getByText('No picture in this job yet')).toBeVisible();
  await bring(page, 'A picture as it is', 'crew-bow.jpg');
  const window = page.getByTestId('window');
  await expect(window.getByTestId('print')).toBeVisible();
  const box = (await window.boundingBox())!;
  await page.mouse.move(box.x + 150, box.y + 120);
  await page.mouse.down();
  await page.mouse.move(box.x + 180, box.y + 120, { steps: 3 });
  await page.mouse.up();
  await expect(page.getByRole('radio', { name: /^To the right, [1-9]/ })).toBeVisible();
  await page.getByRole('radio', { name: /^Turn/ }).click();
  await page.getByRole('textbox', { name: 'Turn' }).fill('12');
  await page.getByRole('button', { name: 'Give the others this place, size and turn' }).click();
  await page.getByRole('radio', { name: /^2: cox/ }).click();
  await expect(page.getByRole('radio', { name: 'Turn, 12 °' })).toBeVisible();
  await page.getByRole('button', { name: 'Print them in 2 parts' }).click();
  await tab(page, 'Drawing');
  // What the picture is cropped to is cut; its own frame is not.
  await expect(page.getByTestId('drawing-picture').getByTestId('print')).toHaveCount(3);
  await expect(part(page, /^Picture/)).toContainText('left out');
  await part(page, /^bow/).click();
  await page.getByRole('button', { name: 'Take apart' }).click();
  await expect(page.getByTestId('drawing-picture').getByTestId('print')).toHaveCount(2);
});

test('a crest debossed from the back: stencil and stylus line on one sheet, and the gap kept when it grows', async ({
  page,
}) => {
  await newJob(page, 'Crest again');
  await bring(page, 'Choose a file', 'club-crest.svg');
  await tab(page, 'Drawing');
  await part(page, /^crest/).click();
  await page.getByRole('button', { name: 'What could become of it' }).click();
  await page.getByRole('button', { name: 'Deboss from the back' }).click();
  await expect(page.getByRole('textbox', { name: 'Gap for the stylus, mm' })).toHaveValue('0.8');
  await page.getByRole('button', { name: 'Make stencil and stylus line' }).click();
  await expect(part(page, /^crest, stylus line/)).toContainText('62.4 × ');
  await page.getByRole('button', { name: 'Size of club-crest.svg' }).click();
  await page.getByRole('textbox', { name: 'Width of the drawing in mm' }).fill('128');
  await page.getByRole('button', { name: 'Set the size' }).click();
  await expect(part(page, /^crest, stylus line/)).toContainText('126.4 × ');
  await tab(page, 'Steps');
  await give(page, 1, /Card 250 g, cream/);
  await give(page, 2, /Card 250 g, cream/);
  await expect(step(page, 1)).toContainText('Through cut');
  await expect(step(page, 2)).toContainText('Deboss');
  await step(page, 2).getByRole('button').first().click();
  await expect(step(page, 2)).toContainText('with the sheet laid over its stencil');
  await tab(page, 'Sheet');
  await expect(page.getByText('reads reversed')).toBeVisible();
});

test('ways to engrave: compared by time and temper, another one taken, and the file follows it', async ({ page }) => {
  await newJob(page, 'Coaster again');
  await bring(page, 'Choose a file', 'club-crest.svg');
  await tab(page, 'Steps');
  await give(page, 1, /Bamboo board/);
  await page.getByRole('button', { name: 'Engrave them' }).click();
  await page.getByRole('button', { name: 'Ways to engrave: step 1' }).click();
  const rows = page.getByTestId('way-both-ways');
  const follow = page.getByTestId('way-following');
  await expect(rows.getByRole('img', { name: /Lines of: Row by row, both ways/ })).toBeVisible();
  // Other tests may have proven it further by now.
  await expect(rows).toContainText(/bronze|violet|blue/);
  await expect(follow).toContainText('straw');
  await expect(page.getByTestId('way-outline')).toContainText(' m with the beam on');
  await expect(rows).toContainText('Done this way now');
  await follow.getByRole('button', { name: 'Do it this way' }).click();
  await step(page, 1).getByRole('button').first().click();
  await expect(step(page, 1)).toContainText('Following the outline');
});

test('words in single lines for a pen: set, and drawn without outlines', async ({ page }) => {
  await newJob(page, 'Place cards');
  await page.getByRole('button', { name: 'Set a text' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('Åse & Bo');
  await page.getByRole('radio', { name: 'Single line' }).click();
  await expect(page.getByText(/6 pieces/)).toBeVisible();
  await page.getByRole('button', { name: 'Put it into the job' }).click();
  await tab(page, 'Steps');
  await give(page, 1, /Card 250 g, cream/);
  await step(page, 1).getByRole('button').first().click();
  await step(page, 1)
    .getByRole('button', { name: /^Process/ })
    .click();
  await page.getByRole('dialog').getByRole('radio', { name: 'Draw' }).click();
  await tab(page, /^Checks/);
  await expect(page.getByText(/is open/)).toHaveCount(0);
});

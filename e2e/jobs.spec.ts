import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { runThrough, score } from './bare-shop';
import { go } from './go';
import { expect, test } from './quiet-page';

const REFUSED = /the server responded with a status of 4\d\d/;
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, refusals: [REFUSED] });

const artwork = (name: string) => join(__dirname, '../server/demo', name);
const step = (page: Page, position: number) => page.getByTestId(`step-${position}`);
const tab = (page: Page, name: string | RegExp) => page.getByRole('tab', { name }).click();

async function newJob(page: Page, name: string) {
  await go(page, '/jobs/new');
  await page.getByRole('textbox', { name: 'Name of the job' }).fill(name);
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page.getByRole('button', { name: 'Choose a file' })).toBeVisible();
}
async function bringIn(page: Page, file: string | { name: string; mimeType: string; buffer: Buffer }) {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles(file);
}
/** The step with these words in it, wherever it stands. */
const rung = (page: Page, words: string | RegExp) => page.getByTestId(/^step-\d+$/).filter({ hasText: words });
async function give(page: Page, words: string | RegExp, material: string) {
  await rung(page, words).getByRole('button', { name: 'Choose the material' }).click();
  await page.getByRole('dialog').getByRole('radio', { name: material }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(rung(page, words)).toContainText(material);
}
async function choose(page: Page, position: number, material: string) {
  await step(page, position).getByRole('button', { name: 'Choose the material' }).click();
  await page.getByRole('dialog').getByRole('radio', { name: material }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
}
async function change(page: Page, position: number, what: string, option: string) {
  const key = step(page, position).getByRole('button', { name: new RegExp(`^${what}.*change$`, 'i') });
  if (!(await key.isVisible())) await step(page, position).getByRole('button', { expanded: false }).click();
  await key.click();
  await page
    .getByRole('dialog')
    .getByRole('radio', { name: new RegExp(`^${option}`) })
    .click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
}
/** Runs the job as fast as the stand-ins go, through its holds, and scores the last step. */
async function run(page: Page, steps: number, outcome: string) {
  await runThrough(page, steps);
  await score(page, steps, outcome);
}

test('certificates: pen, foil and cut on one sheet that is not lifted', async ({ page }) => {
  await newJob(page, 'Certificates again');
  await bringIn(page, artwork('certificate.svg'));
  // The words are in a font of ours: set as outlines, nothing unread.
  await tab(page, 'Drawing');
  await expect(page.getByTestId('drawing')).not.toContainText('not read');
  await expect(page.getByRole('checkbox', { name: /Layer “writing”/ })).toContainText('33 parts');
  await tab(page, 'Steps');
  await give(page, '35 parts', 'Card 250 g, cream');
  await give(page, '1 part', 'Card 250 g, cream');
  await expect(rung(page, '1 part')).toContainText('Through cut');
  await give(page, '2 parts', 'Foil, gold');
  // The order follows from what is done: foil before the cut.
  await expect(step(page, 1)).toContainText('Foil, gold');
  const writing = (await step(page, 2).innerText()).includes('35 parts') ? 2 : 3;
  await change(page, writing, 'process', 'Draw');
  await expect(step(page, 1)).toContainText('35 parts');
  await expect(step(page, 2)).toContainText('Foil, gold');
  await expect(page.getByTestId('bound')).toHaveCount(2);
  await expect(page.getByTestId('hold').first()).toContainText('Lay Foil, gold over the sheet');
  await expect(page.getByTestId('weakest')).toContainText('bare');
  await run(page, 3, 'clean');
});

test('coasters: a picture is traced, traced otherwise, and engraved by the laser', async ({ page }) => {
  await newJob(page, 'Coasters again');
  const png = readFileSync(artwork('ripple-coaster.png'));
  await bringIn(page, { name: 'broken.png', mimeType: 'image/png', buffer: png.subarray(0, 9000) });
  await expect(page.getByText('“broken.png” breaks off or is damaged')).toBeVisible();
  await bringIn(page, artwork('ripple-coaster.png'));
  await choose(page, 1, 'Bamboo board');
  await tab(page, 'Drawing');
  await expect(page.getByTestId('drawing')).toContainText('80 × 80 mm');
  await page.getByRole('button', { name: 'Trace it otherwise' }).click();
  await page.getByRole('radio', { name: 'By a few colours' }).click();
  // What comes of it is seen while one turns.
  await expect(page.getByTestId('comes-of-it')).toHaveText(/^4 parts of \d+ points, 85 × 85 mm/);
  await page.getByRole('button', { name: 'Keep it so' }).click();
  await tab(page, 'Steps');
  // Filled shapes on wood are engraved as often as cut: nothing is guessed.
  await step(page, 1).getByRole('button', { name: 'Engrave them' }).click();
  await expect(step(page, 1)).toContainText('Bamboo board');
  await expect(step(page, 1)).toContainText('Laser area');
  const download = page.waitForEvent('download');
  await step(page, 1)
    .getByRole('button', { name: /^Machine file/ })
    .click();
  expect(readFileSync((await (await download).path())!, 'utf8')).toMatch(/^G21\nG90\nM4 S0\n/);
  await run(page, 1, 'even and clear');
});

test('medals: a DXF drawing engraved and cut on one board', async ({ page }) => {
  await newJob(page, 'Medals again');
  await bringIn(page, artwork('finisher-medals.dxf'));
  await tab(page, 'Drawing');
  await expect(page.getByTestId('drawing')).toContainText(
    'loose ends within 0.05 mm of each other were joined; no line stays open',
  );
  await tab(page, 'Steps');
  await give(page, '10 parts', 'Birch plywood 3 mm');
  await give(page, '2 parts', 'Birch plywood 3 mm');
  const engraved = (await step(page, 1).innerText()).includes('10 parts') ? 1 : 2;
  await change(page, engraved, 'process', 'Laser area');
  await expect(step(page, 1)).toContainText('Laser area');
  await expect(step(page, 2)).toContainText('Laser cut');
  for (const position of [1, 2]) await change(page, position, 'machine', 'Diode');
  await expect(page.getByTestId('bound')).toBeVisible();
  await run(page, 2, 'through, clean edge');
});

test('boat plates: the blank is a guide, the letters are engraved in outline', async ({ page }) => {
  await newJob(page, 'Plates again');
  await bringIn(page, artwork('boat-plate.svg'));
  await tab(page, 'Drawing');
  await page.getByRole('checkbox', { name: /plate.*step/ }).click();
  await page.getByRole('button', { name: 'Guide', exact: true }).click();
  await expect(page.getByRole('checkbox', { name: /plate.*guide only/ })).toBeVisible();
  await tab(page, 'Steps');
  await choose(page, 1, 'Anodised aluminium blanks');
  await expect(step(page, 1)).toContainText('Drag engrave');
  await expect(page.getByText('Step 1 has to be put right: see the checks.')).toBeVisible();
  await step(page, 1).getByRole('switch', { name: 'On a carrier sheet' }).click();
  await tab(page, 'Sheet');
  await expect(page.getByTestId('guide')).toBeVisible();
  await run(page, 1, 'clear line');
});

test('crew shirts: asked which way it reads, mirrored once, cut and pressed', async ({ page }) => {
  await newJob(page, 'Shirts again');
  await bringIn(page, artwork('crew-crest.svg'));
  await choose(page, 1, 'Transfer film, gold glitter');
  await tab(page, 'Drawing');
  await page.getByTestId('reversed-asked').getByRole('button', { name: 'It reads straight' }).click();
  await expect(page.getByTestId('reversed-asked')).toHaveCount(0);
  // As wide as the front of a medium shirt.
  await page.getByRole('button', { name: 'Size of crew-crest.svg' }).click();
  await page.getByRole('dialog').getByRole('radio', { name: 'Shirt front: medium' }).click();
  await expect(page.getByTestId('drawing')).toContainText('255 × 297.5 mm');
  await tab(page, 'Steps');
  await choose(page, 2, 'Transfer film, gold glitter');
  await change(page, 2, 'process', 'Heat press');
  await change(page, 2, 'machine', 'Clam');
  await expect(page.getByTestId('hold')).toContainText('Go on at Clam');
  await tab(page, 'Sheet');
  await tab(page, /^1 gold glitter/);
  await expect(page.getByText('reads reversed', { exact: true })).toBeVisible();
  await run(page, 2, 'holds everywhere');
});

test('bunting: split into a step of its own, undone, nudged for this job, and cut', async ({ page }) => {
  await newJob(page, 'Bunting again');
  await bringIn(page, artwork('course-bunting.svg'));
  await choose(page, 1, 'Cotton poplin');
  await expect(step(page, 1)).toContainText('Rotary blade');
  await tab(page, 'Drawing');
  await page.getByRole('checkbox', { name: /pennant-96.*step 1/ }).click();
  await page.getByRole('button', { name: 'Into a step' }).click();
  await page.getByRole('radio', { name: 'A new step' }).click();
  await expect(page.getByRole('checkbox', { name: /pennant-96.*step 2/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo: a new step' }).click();
  await expect(page.getByRole('checkbox', { name: /pennant-96.*step 1/ })).toBeVisible();
  await tab(page, 'Steps');
  await page.getByRole('button', { name: 'Nudge here: step 1' }).click();
  await page.getByRole('button', { name: 'Force up by 1' }).click();
  await page.getByRole('textbox', { name: 'Why this nudge?' }).fill('damp cloth');
  await page.getByRole('button', { name: 'Keep it in this job' }).click();
  await expect(step(page, 1)).toContainText('in this job +1 force: damp cloth');
  await run(page, 1, 'clean');
});

test('a job is made again from its template, with what has changed since', async ({ page }) => {
  await go(page, '/jobs/new');
  await page.getByRole('radio', { name: 'Boat numbers, two colours' }).click();
  await expect(page.getByTestId('since-then')).toContainText('The recipe was changed');
  await page.getByRole('button', { name: 'Make it again' }).click();
  await expect(step(page, 2)).toContainText('recipe found');
  await page.getByRole('button', { name: 'Write a note' }).click();
  await page.getByRole('radio', { name: 'Colour', exact: true }).click();
  await page.getByRole('button', { name: 'Take #1d2f5c' }).click();
  await page.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByTestId('notes')).toContainText('#1d2f5c');
  await page.getByRole('button', { name: 'Keep as a template' }).click();
  await page.getByRole('textbox', { name: 'Name of the template' }).fill('Numbers, this autumn');
  await page.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect(page.getByText('Kept as the template “Numbers, this autumn”.')).toBeVisible();
});

test('a text in a joined script is one piece, and a stencil gets its bridges', async ({ page }) => {
  await newJob(page, 'Name of the boat');
  await page.getByRole('button', { name: 'Set a text' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill('rowan');
  await page.getByRole('radio', { name: 'Joined script' }).click();
  await page.getByRole('textbox', { name: 'Height of a capital, mm' }).fill('40');
  await expect(page.getByText(/mm, one piece$/)).toBeVisible();
  await page.getByRole('button', { name: 'Put it into the job' }).click();
  await choose(page, 1, 'Stencil film, frosted');
  await tab(page, /Checks/);
  const island = page.getByTestId('finding').filter({ hasText: 'falls out of the stencil' });
  await expect(island).toHaveCount(1);
  await island.getByRole('button', { name: /bridges in$/ }).click();
  await expect(island).toHaveCount(0);
});

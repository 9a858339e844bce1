import { readFileSync } from 'node:fs';
import type { Download, Page } from '@playwright/test';
import { go } from './go';
import { expect, test } from './quiet-page';

/** Chromium reports every refused request as an error of its own. */
const REFUSED = /Failed to load resource: the server responded with a status of (400|409|422)/;
const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, refusals: [REFUSED] };

test.use(PHONE);

const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const key = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
async function saved(page: Page, act: () => Promise<void>): Promise<Download> {
  const download = page.waitForEvent('download');
  await act();
  return download;
}
async function bring(page: Page, button: string, file: { name: string; mimeType: string; buffer: Buffer }) {
  const chooser = page.waitForEvent('filechooser');
  await key(page, button).click();
  await (await chooser).setFiles(file);
}
const openRecipe = async (page: Page, words: string) => {
  await go(page, `/book?search=${encodeURIComponent(words)}`);
  await page.getByTestId('book-list').getByRole('link').first().click();
  await expect(page.getByTestId('temper')).toBeVisible();
};

test('a recipe is found by numbers and by misspelt words, narrowed down, and the view has an address', async ({
  page,
}) => {
  await go(page, '/book');
  // With a word of its material: what was tuned before may have come to the same force.
  await field(page, 'Find a recipe').fill('cream force 34');
  await expect(page.getByText('1 recipe', { exact: true })).toBeVisible();
  await field(page, 'Find a recipe').fill('gliter');
  await expect(page.getByTestId('read-as')).toHaveText('“gliter” stands nowhere; read as glitter');
  await field(page, 'Find a recipe').fill('');
  await key(page, 'Narrow down by process').click();
  await page.getByRole('dialog').getByRole('radio', { name: 'Laser cut' }).click();
  await expect(page).toHaveURL(/process=laser-cut/);
  await key(page, 'Narrow down by temper').click();
  await page.getByRole('dialog').getByRole('radio', { name: 'right several times' }).click();
  const links = page.getByTestId('book-list').getByRole('link');
  await expect(links.first()).toContainText('violet');
  const count = await links.count();
  const address = page.url();
  await links.first().click();
  await expect(page.getByTestId('temper')).toBeVisible();
  await page.getByRole('link', { name: 'Back to Book' }).click();
  await expect(page).toHaveURL(address);
  await go(page, address);
  await expect(links).toHaveCount(count);
});

test('a recipe starts from what the book suggests, is nudged, changed, brought back, told of and nailed up', async ({
  page,
}) => {
  await go(page, '/stock');
  await page.getByRole('link', { name: 'Cotton poplin' }).click();
  await key(page, 'New recipe').click();
  await key(page, /^Tool.*change$/).click();
  await page.getByRole('dialog').getByRole('radio', { name: 'Rotary blade' }).click();
  await expect(page.getByTestId('there')).toContainText('It is in the book already');
  await key(page, /^Material.*change$/).click();
  await page.getByRole('dialog').getByRole('radio', { name: 'Foil, gold' }).click();
  await key(page, /^Process.*change$/).click();
  await page.getByRole('dialog').getByRole('radio', { name: 'Through cut' }).click();
  await expect(page.getByTestId('refusal')).toContainText(
    'there is no through cut on a material of this family on any machine yet',
  );
  await key(page, /^Material.*change$/).click();
  await page.getByRole('dialog').getByRole('radio', { name: 'Sticker paper, laminated' }).click();
  await key(page, /^Tool.*change$/).click();
  await page.getByRole('dialog').getByRole('radio', { name: 'Fine blade', exact: true }).click();
  await expect(page.getByTestId('suggestion')).toContainText(
    /From Sticker paper, .* could be off by \w+ steps? of force either way/,
  );
  await key(page, 'Start with it').click();
  await expect(page.getByTestId('temper')).toContainText('Leaned on Sticker paper');
  await expect(page.getByTestId('temper')).toContainText(/bare|straw/);

  // A little more for this blade: beside the value, not over it.
  await key(page, 'Nudge').click();
  await key(page, 'Force up by 1').click();
  await field(page, 'Why this nudge?').fill('stiff laminate');
  await key(page, 'Keep the nudge').click();
  await expect(page.getByTestId('variant')).toContainText('+1 force for Fine blade');
  await expect(page.getByTestId('dial-in')).toContainText('nudged +1 force');
  await key(page, 'Take it back').click();
  await expect(page.getByText(/^Taken back: \+1 force for Fine blade/)).toBeVisible();

  // Changed, and back to what it was: both stand in the history.
  await key(page, 'Change numbers').click();
  await key(page, 'Speed down by 1').click();
  await field(page, 'Why?').fill('corners were torn');
  await key(page, 'Write it down').click();
  await expect(page.getByTestId('revision-2')).toContainText(/speed \d+ → \d+/);
  await key(page, 'Go back to it: revision 1').click();
  await expect(page.getByTestId('revision-3')).toContainText('back to revision 1');
  // That was an undo: it is done again, and taken back once more.
  await key(page, /^Do again: speed/).click();
  await expect(page.getByTestId('revision-4')).toBeVisible();
  await key(page, /^Undo: speed/).click();
  await expect(page.getByTestId('revision-5')).toBeVisible();
  await expect(key(page, /^Do again: speed/)).toBeVisible();

  // A trial by hand is evidence at once; a note is found by its words.
  await key(page, 'Write down a trial').click();
  await key(page, 'clean').click();
  await expect(page.getByTestId('temper')).toContainText('bronze');
  await key(page, 'Add a note').click();
  await field(page, 'Note').fill('peel the laminate from the short edge');
  await key(page, 'Keep the note').click();
  await expect(page.getByText('peel the laminate from the short edge')).toBeVisible();
  await openRecipe(page, 'short edge');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sticker paper, laminated');

  // Nailed to the Bench, and moved to another place there by keyboard.
  await key(page, 'Nail it to the Bench').click();
  await expect(key(page, 'Take it off the Bench')).toBeVisible();
  await go(page, '/');
  const names = () =>
    page
      .getByTestId('nailed')
      .getByRole('link')
      .evaluateAll((links) => links.map((link) => link.textContent));
  await expect.poll(async () => (await names()).at(-1)).toContain('Sticker paper, laminated');
  const handle = page.getByTestId('nailed').getByLabel('Move Sticker paper, laminated');
  await handle.focus();
  await page.keyboard.press('Space');
  await expect(handle).toHaveAttribute('aria-pressed', 'true');
  // Once it stands over its own place, it can be moved to another.
  await expect(page.getByRole('status')).toContainText('was moved over');
  const said = await page.getByRole('status').textContent();
  // The list may still be measuring the places when a key comes too soon: pressed again, as a maker would.
  await expect(async () => {
    await page.keyboard.press('ArrowUp');
    await expect(page.getByRole('status')).not.toHaveText(said!, { timeout: 5000 });
  }).toPass();
  const kept = page.waitForResponse((response) => response.url().endsWith('/api/nails') && response.ok());
  await page.keyboard.press('Space');
  await kept;
  await expect.poll(async () => (await names()).at(-1)).not.toContain('Sticker paper, laminated');
  const order = await names();
  expect(order.filter((name) => name?.startsWith('Sticker paper, laminated'))).toHaveLength(1);
  await page.reload();
  await expect.poll(names).toEqual(order);
});

test('a worn blade asks for more where the maker’s own outcomes show it', async ({ page }) => {
  await openRecipe(page, 'navy vinyl little');
  await key(page, 'Take it back').click();
  await expect(page.getByTestId('wear-hint')).toContainText('+10 force for this fine blade (2310 m)');
  await expect(page.getByTestId('wear-hint')).toContainText('hangs in places at 2190 m, force 105');
  await key(page, 'Keep it as a nudge').click();
  await key(page, 'Keep the nudge').click();
  await expect(page.getByTestId('variant')).toContainText('worn 2310 m');
});

test('numbers may be typed in another unit, and come back as they were typed', async ({ page }) => {
  await openRecipe(page, 'hand iron smooth');
  await key(page, 'Change numbers').click();
  await field(page, 'Temperature').fill('165 C');
  await expect(page.getByText("Hand iron's temperature moves in steps of 5 °F from 200; 329 was given.")).toBeVisible();
  await field(page, 'Temperature').fill('160 C');
  await field(page, 'Why?').fill('as on the clam');
  await key(page, 'Write it down').click();
  await expect(page.getByText('typed 160 °C', { exact: true })).toBeVisible();
  // The form closes by itself once it is written; the reload must not come before that.
  await expect(key(page, 'Write it down')).toHaveCount(0);
  await page.reload();
  await expect(page.getByText('typed 160 °C', { exact: true })).toBeVisible();
  await expect(page.getByText('320', { exact: true }).first()).toBeVisible();
});

test('a machine is put into the shop, its dial measured, and its range changed', async ({ page }) => {
  await go(page, '/shop');
  await key(page, 'Add a machine').click();
  await key(page, 'Put it into the shop').click();
  await expect(page.getByText('Name: this is needed.')).toBeVisible();
  await field(page, 'Name').fill('Bench plotter');
  await field(page, 'Width it can reach').fill('12 in');
  await key(page, 'Put it into the shop').click();
  await expect(page.getByText('304.8 mm × 300 mm')).toBeVisible();

  // Grams on a kitchen scale make a curve, and say how far to trust it.
  await key(page, /(Range and readings of|Measure it:) Force/).click();
  for (const [i, [dial, grams]] of [
    [5, 41],
    [15, 127],
    [25, 205],
  ].entries()) {
    await key(page, 'Add a reading').click();
    await field(page, `Reading ${i + 1}: set to`).fill(String(dial));
    await field(page, `Reading ${i + 1}: gave`).fill(String(grams));
  }
  await expect(page.getByTestId('calibration')).toContainText(/measured; good to about \d+ %/);
  await expect(page.getByTestId('reading').nth(1)).toContainText('off the curve by');
  await field(page, 'Highest').fill('20');
  await expect(page.getByText('It cannot have been measured at 25: the dial goes from 1 to 20.')).toBeVisible();
  await field(page, 'Highest').fill('30');
  await key(page, 'Write it down').click();
  await expect(page.getByText(/1 to 30/)).toBeVisible();
  await expect(page.getByText(/^measured; good to about/)).toBeVisible();

  // Recipes that fall out of range are named; they keep their numbers.
  await go(page, '/shop');
  await page.getByRole('link', { name: /^Tube/ }).click();
  await key(page, /(Range and readings of|Measure it:) Speed/).click();
  await field(page, 'Lowest').fill('8');
  await key(page, 'Write it down').click();
  await expect(page.getByTestId('misfits')).toContainText("Tube's speed goes from 8 to 400 mm/s; 7 was given.");
  await key(page, 'Undo: speed').click();
  await expect(page.getByTestId('misfits')).toHaveCount(0);
  await key(page, 'Do again: speed').click();
  await expect(page.getByTestId('misfits')).toBeVisible();
  // What was changed is still known when the page is opened anew.
  await page.reload();
  await expect(page.getByTestId('misfits')).toBeVisible();
  await key(page, 'Undo: speed').click();
  await expect(page.getByTestId('misfits')).toHaveCount(0);
});

test('two makers change one machine: the second sees both versions and chooses', async ({ page, context }) => {
  const other = await context.newPage();
  for (const one of [page, other]) {
    await go(one, '/shop');
    await one.getByRole('link', { name: /^Clam/ }).click();
    await key(one, 'Change the machine').click();
  }
  await field(page, 'Name').fill('Clam, left');
  await key(page, 'Write it down').click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Clam, left');
  await field(other, 'Name').fill('Clam, right');
  await key(other, 'Write it down').click();
  await expect(other.getByTestId('stale')).toContainText('Theirs: name Clam, left');
  await expect(other.getByTestId('stale')).toContainText('Yours: name Clam, right');
  await key(other, 'Write mine').click();
  await expect(other.getByRole('heading', { level: 1 })).toHaveText('Clam, right');
});

test('a tool is replaced, and what the old one did stays', async ({ page }) => {
  await go(page, '/shop');
  await page.getByRole('link', { name: 'Rotary blade' }).click();
  await key(page, 'Replaced by a new one').click();
  await field(page, 'A word about the old one').fill('nicked on a staple');
  await key(page, 'Start the new life').click();
  await expect(page.getByTestId('life')).toContainText(/Life 1: 9[67] m/);
  await expect(page.getByTestId('life')).toContainText('nicked on a staple');
  await expect(page.getByTestId('wear')).toContainText('0 m');
  await key(page, 'Put the tool away').click();
  await expect(key(page, 'Take the tool out again')).toBeVisible();
  await openRecipe(page, 'poplin rotary');
  await key(page, 'Dial card').click();
  await expect(page.getByText('24', { exact: true })).toBeVisible();
});

test('a material comes with its thickness, its photo and its pieces', async ({ page }) => {
  await go(page, '/stock');
  await key(page, 'Add a material').click();
  await page.getByRole('radio', { name: 'Leather' }).click();
  await field(page, 'Name').fill('Belt leather');
  await field(page, 'Thickness').fill('0,125 in');
  await page.getByRole('radio', { name: 'vegetable' }).click();
  await field(page, 'Colour').fill('brown');
  await key(page, 'Put it on the shelf').click();
  await expect(page.getByText('Colour is a colour such as #1d2f5c; “brown” came.')).toBeVisible();
  await expect(field(page, 'Name')).toHaveValue('Belt leather');
  await field(page, 'Colour').fill('#6b4423');
  await key(page, 'Put it on the shelf').click();
  await expect(page.getByText('0,125 in', { exact: true })).toBeVisible();
  await key(page, 'Add a piece').click();
  await page.getByRole('radio', { name: 'offcut' }).click();
  await field(page, 'Outline').fill('0 0, 200 0, 120');
  await expect(page.getByText('Corners are written as x y in mm')).toBeVisible();
  await field(page, 'Outline').fill('0 0, 200 0, 120 90, 0 80');
  await page.getByRole('dialog').getByRole('textbox', { name: 'Name' }).fill('belly');
  await key(page, 'Put it into stock').click();
  await expect(page.getByText('200 mm × 90 mm')).toBeVisible();
  const pixel = Buffer.from(
    'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==',
    'base64',
  );
  await bring(page, 'Add a photo of its pattern', { name: 'belly.png', mimeType: 'image/png', buffer: pixel });
  await expect(page.getByRole('img', { name: 'Photo of Belt leather' })).toBeVisible();
  await bring(page, 'Another photo', { name: 'broken.png', mimeType: 'image/png', buffer: pixel.subarray(0, 30) });
  await expect(page.getByText(/A photo was expected/)).toBeVisible();
  const label = await saved(page, () => key(page, 'Drawer label to print (PDF)').click());
  expect(
    readFileSync((await label.path())!)
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
});

test('the book goes along as a file, and comes into a workshop of one’s own', async ({ page }) => {
  await go(page, '/book');
  await key(page, 'Take along').click();
  const json = await saved(page, () => key(page, 'Save as JSON').click());
  const first = readFileSync((await json.path())!);
  const csv = await saved(page, () => key(page, 'Save as CSV').click());
  expect(readFileSync((await csv.path())!, 'utf8')).toMatch(
    /^material,family,thickness mm,machine,tool,process,depth,force/,
  );

  await go(page, '/shop');
  await key(page, 'Start a workshop of my own').click();
  await field(page, 'Name of the workshop').fill('Boathouse loft');
  await key(page, 'Start it').click();
  await expect(page.getByText('No machine yet. Add the one on your bench, with the scales it shows.')).toBeVisible();
  await go(page, '/book');
  await expect(page.getByText('The book is empty')).toBeVisible();
  await key(page, 'Take along').click();
  await key(page, 'Bring in a book').click();
  await bring(page, 'Choose a file', {
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: first.subarray(0, 2000),
  });
  await expect(page.getByText(/This JSON breaks off or is malformed: line/)).toBeVisible();
  await bring(page, 'Choose a file', { name: 'book.json', mimeType: 'application/json', buffer: first });
  await expect(page.getByTestId('import-preview')).toContainText(/\d+\s*new/);
  await key(page, /^Write these \d+ rows into the book$/).click();
  await expect(page.getByText('It is in the book')).toBeVisible();
  await go(page, '/book');
  await key(page, 'Take along').click();
  const again = await saved(page, () => key(page, 'Save as JSON').click());
  expect(readFileSync((await again.path())!).equals(first)).toBe(true);

  // A table with rows that cannot be: nothing is written until they are left out.
  const rows =
    'Material;Machine;Tool;Process;Force;Speed;Passes;Overcut\nOutdoor vinyl, signal yellow;Long plotter;Fine blade;Kiss cut;17;5;1;0,4\nOutdoor vinyl, navy;Long plotter;Fine blade;Kiss cut;44;5;1;0,4\n';
  await key(page, 'Bring in a book').click();
  await bring(page, 'Choose a file', {
    name: 'rows.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`\uFEFF${rows}`, 'utf16le'),
  });
  await expect(
    page.getByText("Line 3, column force: Long plotter's force goes from 1 to 40; 44 was given."),
  ).toBeVisible();
  await expect(key(page, 'Write this row into the book')).toBeDisabled();
  await page.getByRole('switch', { name: 'Leave the refused rows out' }).click();
  await key(page, 'Write this row into the book').click();
  await expect(page.getByText(/^\d new, \d changed\.$/)).toBeVisible();
  await go(page, '/shop');
  await page.getByRole('radio', { name: 'Slipway Studio' }).click();
  await expect(page.getByRole('radio', { name: 'Slipway Studio' })).toBeChecked();
});

test('the dial cards of a job follow each other by keys and by swipe, upright and lying', async ({ page }) => {
  await go(page, '/jobs');
  await page.getByRole('link', { name: /Boat number 12/ }).click();
  await page.getByRole('tab', { name: 'Steps' }).waitFor();
  await go(page, `${page.url().replace(/\?.*/, '')}/dial`);
  await expect(page.getByText('step 1 of 2')).toBeVisible();
  await expect(page.getByText('Outdoor vinyl, white')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByText('step 2 of 2')).toBeVisible();
  await expect(page.getByText('Outdoor vinyl, navy')).toBeVisible();
  const finger = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x?: number) =>
    finger.send('Input.dispatchTouchEvent', { type, touchPoints: x === undefined ? [] : [{ x, y: 400 }] });
  await touch('touchStart', 120);
  for (const x of [180, 240, 300]) await touch('touchMove', x);
  await touch('touchEnd');
  await expect(page.getByText('step 1 of 2')).toBeVisible();
  await page.setViewportSize({ width: 844, height: 390 });
  await expect(key(page, 'Close the card')).toBeInViewport({ ratio: 1 });
  await expect(page.getByText('Force', { exact: true })).toBeInViewport({ ratio: 1 });
});

test.describe('on a wide screen', () => {
  test.use({ viewport: { width: 1280, height: 800 }, hasTouch: false });
  test('the book is a table that is sorted, walked and chosen from by keys', async ({ page }) => {
    await go(page, '/book/table');
    const rows = page.getByRole('table').getByRole('link');
    await expect(rows.first()).toBeVisible();
    await page.getByRole('columnheader', { name: 'Temper' }).click();
    await expect(page).toHaveURL(/sort=temper/);
    await expect(page.getByRole('columnheader', { name: 'Temper' })).toHaveAttribute('aria-sort', 'ascending');
    await expect(page.getByRole('table').getByRole('row').nth(1)).toContainText('bare');
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('nail it to the Bench');
    await page.getByRole('button', { name: 'Close' }).click();
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('x');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('x');
    await key(page, 'Take 2 along').click();
    const cards = await saved(page, () => key(page, 'Cards to print (PDF)').click());
    expect(
      readFileSync((await cards.path())!)
        .toString('latin1')
        .match(/\/Type \/Page\b/g),
    ).toHaveLength(2);
    await page.getByRole('button', { name: 'Close' }).click();
    await page.keyboard.press('f');
    await page.keyboard.type('bamboo');
    await expect(page.getByText('3 recipes')).toBeVisible();
    await page.keyboard.press('Escape');
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(/\/book\/[0-9a-f-]{36}/);
    await expect(page.getByRole('heading', { name: 'Bamboo board', level: 1 })).toBeVisible();
  });
});

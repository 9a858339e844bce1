import type { Page } from '@playwright/test';
import { getReady, go } from './go';
import { dxf, entity, line } from '../core/testing/dxf';
import { expect, test } from './quiet-page';

/** Chromium reports every refused request as an error of its own. */
const REFUSED = /Failed to load resource: the server responded with a status of (400|409|422)/;

test.use({ viewport: { width: 390, height: 844 }, refusals: [REFUSED] });

async function newJob(page: Page, name: string) {
  await go(page, '/jobs/new');
  await page.getByRole('textbox', { name: 'Name of the job' }).fill(name);
  await page.getByRole('button', { name: 'Start the job' }).click();
  await expect(page.getByRole('button', { name: 'Choose a file' })).toBeVisible();
}
async function bringIn(page: Page, name: string, svg: string) {
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
}
const drawing = (inside: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="60mm" viewBox="0 0 100 60">${inside}</svg>`;
async function choose(page: Page, what: string, option: string | RegExp) {
  await page.getByRole('button', { name: what }).first().click();
  await page.getByRole('dialog').getByRole('radio', { name: option }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

test('a drawing that is refused says why, and the next one is taken', async ({ page }) => {
  await newJob(page, 'Medal ribbons');
  await bringIn(page, 'ribbon.svg', drawing('<script>1</script>'));
  await expect(page.getByText('The file holds a script, which has no place in a drawing.')).toBeVisible();
  await bringIn(page, 'ribbon.svg', drawing('<rect width="40" height="20" fill="#e8b31e"/>'));
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await expect(page.getByTestId('drawing')).toContainText('40 × 20 mm');
});

test('a DXF drawing goes from its file to a run on the stand-in', async ({ page }) => {
  await newJob(page, 'Boat plate');
  await bringIn(page, 'plate.dxf', dxf({ units: 4, entities: [line('0', 0, 0, 5, 5)] }).slice(0, -20));
  await expect(page.getByText(/The DXF file breaks off or is damaged/)).toBeVisible();
  const sides = [
    [0, 0, 60, 0],
    [60, 0, 60, 25],
    [60, 25, 0, 25],
    [0, 25, 0, 0],
  ].map(([x1, y1, x2, y2]) => line('hull', x1, y1, x2, y2));
  await bringIn(
    page,
    'plate.dxf',
    dxf({
      units: 4,
      layers: [{ name: 'hull', colour: 5 }],
      entities: [...sides, entity('CIRCLE', 'hull', [10, 12], [20, 12], [40, 4])],
    }),
  );
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await expect(page.getByTestId('drawing')).toContainText('60 × 25 mm');
  await page.getByRole('tab', { name: 'Steps' }).click();
  await choose(page, 'Choose the material', 'Outdoor vinyl, navy');
  await expect(page.getByTestId('estimate')).toBeVisible();
  await page.getByRole('button', { name: 'Run on the stand-in' }).click();
  await getReady(page);
  await expect(page.getByTestId('finished-1')).toContainText('How did it come out?');
});

test('a material without a recipe gets a suggestion from the nearest ones, and stops that stand in the way are said', async ({
  page,
}) => {
  await newJob(page, 'Yellow flags');
  await bringIn(
    page,
    'flags.svg',
    drawing('<rect width="90" height="50" fill="#e8b31e"/><rect x="0" y="0" width="90" height="50" fill="#e8b31e"/>'),
  );
  await choose(page, 'Choose the material', 'Outdoor vinyl, signal yellow');
  await expect(page.getByText('No recipe yet for kiss cut on Outdoor vinyl, signal yellow.')).toBeVisible();
  await expect(page.getByTestId('suggestion')).toContainText(
    /From Outdoor vinyl, .*; could be off by \w+ steps? of force either way/,
  );
  await expect(page.getByRole('button', { name: 'Run on the stand-in' })).toBeDisabled();
  await page.getByRole('button', { name: 'Start with it' }).click();
  await expect(page.getByTestId('step-1')).toContainText('recipe found: borrowed, not tried here yet');
  await expect(page.getByRole('button', { name: 'Run on the stand-in' })).toBeEnabled();

  // The same outline was drawn twice.
  await page.getByRole('tab', { name: /Checks/ }).click();
  const doubled = page.getByTestId('finding').filter({ hasText: 'Lines lie on each other along 280 mm' });
  await expect(doubled).toBeVisible();
  await doubled.getByRole('button', { name: 'Leave the second one out' }).click();
  await expect(doubled).toHaveCount(0);
  await expect(page.getByTestId('left-out')).toContainText('1 part is left out');

  // Too wide for the sheet: the run is stopped, and runs again once it fits.
  await page.getByRole('tab', { name: 'Drawing' }).click();
  const size = async (width: string) => {
    if ((await page.getByRole('dialog').count()) === 0)
      await page.getByRole('button', { name: 'Size of flags.svg' }).click();
    await page.getByRole('textbox', { name: 'Width of the drawing in mm' }).fill(width);
    await page.getByRole('button', { name: 'Set the size' }).click();
  };
  await size('320');
  await expect(page.getByText('Step 1 has to be put right: see the checks.')).toBeVisible();
  await size('0');
  await expect(page.getByText('The width goes from 1 to 10000 mm.')).toBeVisible();
  await size('120,5');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Run on the stand-in' })).toBeEnabled();
});

test('film is mirrored by itself, and a hand-made change is warned of', async ({ page }) => {
  await newJob(page, 'Crew shirts');
  await bringIn(page, 'crest.svg', drawing('<path fill="#ffffff" d="M10 10h40v30z"/>'));
  await choose(page, 'Choose the material', 'Transfer film, smooth white');
  await page.getByRole('tab', { name: 'Sheet' }).click();
  await expect(page.getByText('reads reversed', { exact: true })).toBeVisible();
  await page.getByRole('tab', { name: 'Steps' }).click();
  await page.getByRole('switch', { name: 'Reads reversed' }).click();
  await page.getByRole('tab', { name: /Checks/ }).click();
  await expect(page.getByTestId('finding').first()).toContainText(
    'is cut from its back, but this step does not read reversed',
  );
  await expect(page.getByRole('button', { name: 'Run on the stand-in' })).toBeDisabled();
});

test('two phones change one recipe: the second sees both and loses nothing', async ({ page, context }) => {
  const open = async (phone: Page) => {
    await go(phone, '/book?search=stencil');
    await phone.getByRole('link', { name: /^Stencil film/ }).click();
    await phone.getByRole('button', { name: 'Change numbers' }).click();
  };
  const other = await context.newPage();
  await open(page);
  await open(other);
  const write = async (phone: Page, times: number, reason: string) => {
    for (let i = 0; i < times; i++) await phone.getByRole('button', { name: 'Force up by 1' }).click();
    await phone.getByRole('textbox', { name: 'Why?' }).fill(reason);
    await phone.getByRole('button', { name: 'Write it down' }).click();
  };
  await write(page, 1, 'the new roll is harder');
  await expect(page.getByTestId('temper')).toContainText('the new roll is harder');
  await write(other, 2, 'hung at the tips');
  await expect(other.getByText('Theirs: depth 2, force 14, speed 5')).toBeVisible();
  await expect(other.getByText('Yours: depth 2, force 15, speed 5')).toBeVisible();
  await other.getByRole('button', { name: 'Write mine' }).click();
  await expect(other.getByTestId('temper')).toContainText('hung at the tips');
  await expect(other.getByText(/the new roll is harder/)).toBeVisible();
});

test('numbers off the scale cannot be written, and the sentence says why', async ({ page }) => {
  await go(page, '/book?search=white%20film%20long');
  await page.getByRole('link', { name: /^Transfer film/ }).click();
  await page.getByRole('button', { name: 'Change numbers' }).click();
  await page.getByRole('textbox', { name: 'Force' }).fill('44');
  await expect(page.getByText("Long plotter's force goes from 1 to 40; 44 was given.")).toBeVisible();
  await page.getByRole('textbox', { name: 'Why?' }).fill('more');
  await expect(page.getByRole('button', { name: 'Write it down' })).toBeDisabled();
});

test('a book without a match says what to try', async ({ page }) => {
  await go(page, '/book?search=granite');
  await expect(page.getByText('No recipe has all of this')).toBeVisible();
  await expect(page.getByTestId('read-as')).toHaveText('Nothing in the book is like “granite”');
});

test.describe('without a line', () => {
  test.use({ refusals: [/Failed to load resource: net::ERR_INTERNET_DISCONNECTED/] });
  test('what was seen stays, and what cannot be fetched says so', async ({ page, context }) => {
    await go(page, '/');
    await expect(page.getByTestId('bench-run').first()).toBeVisible();
    await page.getByRole('link', { name: 'Stock' }).click();
    await expect(page.getByRole('link', { name: 'Outdoor vinyl, navy' })).toBeVisible();
    await context.setOffline(true);
    await page.getByRole('link', { name: 'Bench' }).click();
    await expect(page.getByTestId('bench-run').first()).toBeVisible();
    await context.setOffline(false);
  });
});

test('the shop shows what its dials truly give, and what was never measured', async ({ page }) => {
  await go(page, '/shop');
  await expect(page.getByText('near its end: 190 m left of about 2500 m')).toBeVisible();
  await page.getByRole('link', { name: 'Little plotter' }).click();
  await expect(page.getByText(/never measured: its numbers mean something on this machine only/)).toBeVisible();
  await page.getByRole('link', { name: 'Back to Shop' }).click();
  await page.getByRole('radio', { name: 'dim shop' }).click();
  await expect(page.getByRole('radio', { name: 'dim shop' })).toBeChecked();
});

test('an address that leads nowhere says so and leads back to the bench', async ({ page }) => {
  await go(page, '/anvils/12');
  await expect(page.getByText('“/anvils/12” leads nowhere')).toBeVisible();
  await page.getByRole('button', { name: 'Back to the Bench' }).click();
  await expect(page).toHaveURL(/\/$/);
  await expect(page.getByText('Nothing is kept at this address')).toHaveCount(0);
});

import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { getReady, go } from './go';
import { expect, test } from './quiet-page';

test.use({
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  refusals: [/the server responded with a status of 4\d\d/],
});

const key = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const field = (page: Page, name: string) => page.getByRole('textbox', { name, exact: true });
const step = (page: Page, position: number) => page.getByTestId(`step-${position}`);

async function newJob(page: Page, name: string, materials: string[]) {
  await go(page, '/jobs/new');
  await field(page, 'Name of the job').fill(name);
  await key(page, 'Start the job').click();
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles(join(__dirname, '../core/testing/boat-number-48.svg'));
  for (const [i, material] of materials.entries()) {
    await step(page, i + 1)
      .getByRole('button', { name: 'Choose the material' })
      .click();
    await page.getByRole('dialog').getByRole('radio', { name: material }).click();
    await expect(step(page, i + 1).getByTestId('estimate')).toBeVisible();
  }
}

test('readings may be typed in any order, half typed and pooled; what was typed is there again after a reload', async ({
  page,
}) => {
  await go(page, '/shop');
  await page.getByRole('link', { name: /Little plotter/ }).click();
  await key(page, 'Measure it: Pressure').click();
  const reading = async (number: number, dial: string, gave: string) => {
    await key(page, 'Add a reading').click();
    await field(page, `Reading ${number}: set to`).pressSequentially(dial);
    await field(page, `Reading ${number}: gave`).pressSequentially(gave);
  };
  await reading(1, '50', '12');
  // On the way to 150 a “1” and a “15” stand there: less force at a higher number.
  await reading(2, '150', '150');
  await reading(3, '100', '80');
  await expect(page.getByTestId('calibration')).toContainText(/measured; good to about/);
  await page.reload();
  await expect(page.getByTestId('draft')).toContainText('What you had typed is here again');
  await expect(field(page, 'Reading 2: gave')).toHaveValue('150');
  await key(page, 'Begin anew').click();
  await expect(field(page, 'Reading 2: gave')).toHaveCount(0);
});

test('the steps of one sheet move together, and one alone where that is wished; twenty nudges are one undo', async ({
  page,
}) => {
  await newJob(page, 'Two on one sheet', ['Outdoor vinyl, white', 'Outdoor vinyl, white']);
  await page.getByRole('tab', { name: 'Sheet' }).click();
  await expect(page.getByTestId('other-step')).not.toHaveCount(0);
  const other = page.getByTestId('other-step').first();
  // Between two answers of the server it is drawn anew.
  const at = async () => (await other.boundingBox())?.x ?? Number.NaN;
  const where = async () => {
    await expect.poll(at).toBeGreaterThan(0);
    return at();
  };
  const right = async (times: number) => {
    for (let i = 0; i < times; i++) {
      const saved = page.waitForResponse((response) => response.url().endsWith('/actions') && response.ok());
      await key(page, 'Nudge right').click();
      await saved;
    }
  };
  const before = await where();
  await right(6);
  await expect.poll(at).toBeGreaterThan(before);
  const together = await where();
  await page.getByRole('switch', { name: 'This step alone' }).click();
  await right(2);
  await expect.poll(at).toBeCloseTo(together, 0);
  await page.getByRole('tab', { name: /Checks/ }).click();
  const apart = page.getByTestId('finding').filter({ hasText: 'apart on their sheet' });
  await expect(apart.first()).toBeVisible();
  await page.getByRole('tab', { name: 'Sheet' }).click();
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect.poll(at).toBeCloseTo(before, 0);
});

test('a step is run by hand on the maker’s own machine, scored, and the verdict taken back and corrected', async ({
  page,
}) => {
  await newJob(page, 'By hand', ['Outdoor vinyl, white', 'Outdoor vinyl, navy']);
  await key(page, 'By hand, on my own machine').click();
  await page.getByRole('dialog').getByRole('button', { name: 'Begin with step 1' }).click();
  await getReady(page);
  await expect(page.getByTestId('by-hand')).toContainText('Outdoor vinyl, white');
  await key(page, 'I have run it').click();
  const first = page.getByTestId('finished-1');
  // At the hold the verdict on what lies there comes first, and what is not cut is not gone on with.
  await first.getByRole('button', { name: 'hangs in places' }).click();
  await expect(key(page, 'Go over it again, a little stronger')).toBeVisible();
  await first.getByRole('button', { name: /^Undo/ }).click();
  await first.getByRole('button', { name: /^clean/ }).click();
  await first.getByRole('button', { name: /^Correct it/ }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'backing marked' }).click();
  await expect(first).toContainText('backing marked');
  await expect(first).toContainText('clean');
});

test('what slid up is closed by Escape and by Back, and Back then leaves the page', async ({ page }) => {
  await go(page, '/stock');
  await go(page, '/book');
  const dialog = page.getByRole('dialog');
  const ask = async () => {
    await key(page, 'Narrow down by machine').click();
    await expect(dialog).toBeVisible();
  };
  await ask();
  await page.keyboard.press('Escape');
  await expect(dialog).toHaveCount(0);
  await ask();
  await page.goBack();
  await expect(dialog).toHaveCount(0);
  await expect(page).toHaveURL(/\/book$/);
  await ask();
  await dialog.getByRole('radio', { name: 'Clam' }).click();
  await expect(page).toHaveURL(/machine=/);
  await expect(dialog).toHaveCount(0);
  await page.goBack();
  await expect(page).toHaveURL(/\/stock$/);
});

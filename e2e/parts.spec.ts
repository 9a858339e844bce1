import type { Page } from '@playwright/test';
import { putShape } from './bare-shop';
import { go } from './go';
import { expect, test } from './quiet-page';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const tab = (page: Page, name: string | RegExp) => page.getByRole('tab', { name }).click();

/** A new job with a shape from the shelf, its measures turned by their keys. */
async function jobWithShape(page: Page, name: string, shape: string, measures: Record<string, string>) {
  await go(page, '/jobs/new');
  await page.getByRole('textbox', { name: 'Name of the job' }).fill(name);
  await page.getByRole('button', { name: 'Start the job' }).click();
  await putShape(page, shape, measures);
}

test('bag tags: from measures to a sheet that is checked, and another width moves all that stands on it', async ({
  page,
}) => {
  await jobWithShape(page, 'Tags again', 'Tag with a hole', { Width: '38', 'Edge to hole': '5' });
  await tab(page, 'Drawing');
  await page.getByRole('checkbox', { name: /^tag/ }).click();
  await page.getByRole('button', { name: 'Outline at a distance' }).click();
  await page.getByRole('button', { name: 'Draw the outline' }).click();
  await expect(page.getByRole('checkbox', { name: /tag, outline at 2 mm/ })).toContainText('42 × 64 mm');
  await page.getByRole('button', { name: 'Change its measures' }).click();
  await page.getByRole('radio', { name: /^Width,/ }).click();
  await page.getByRole('button', { name: 'Width up by 1 mm' }).click();
  await page.getByRole('button', { name: 'Make it so' }).click();
  await tab(page, 'Drawing');
  await expect(page.getByRole('checkbox', { name: /tag, outline at 2 mm/ })).toContainText('43 × 64 mm');
  await tab(page, 'Steps');
  await page.getByRole('button', { name: 'Choose the material' }).click();
  await page
    .getByRole('dialog')
    .getByRole('radio', { name: /Outdoor vinyl, navy/ })
    .click();
  await expect(page.getByText('recipe found')).toBeVisible();
  await tab(page, /^Checks/);
  await expect(page.getByText(/Step 1: Outdoor vinyl, navy/)).toBeVisible();
});

test('a trophy: a disc is cut out of a leaf, rippled, undone and done again', async ({ page }) => {
  await jobWithShape(page, 'Trophy', 'Leaf', { Width: '24', Height: '70' });
  await tab(page, 'Drawing');
  await putShape(page, 'Circle', { Diameter: '14' });
  await tab(page, 'Drawing');
  await page.getByRole('checkbox', { name: /^leaf/ }).click();
  await page.getByRole('checkbox', { name: /^circle/ }).click();
  await page.getByRole('button', { name: 'What could become of them' }).click();
  await page.getByRole('radio', { name: 'On one middle' }).click();
  await page.getByRole('button', { name: 'What could become of them' }).click();
  await page.getByRole('button', { name: 'Cut out of “leaf”' }).click();
  await page.getByRole('button', { name: 'Make it so' }).click();
  await expect(page.getByRole('checkbox', { name: /^circle/ })).toHaveCount(0);
  // What was made stays in hand.
  await page.getByRole('button', { name: 'What could become of it' }).click();
  await page.getByRole('button', { name: 'Ripples', exact: true }).click();
  await page.getByRole('button', { name: 'Make it so' }).click();
  await expect(page.getByRole('checkbox', { name: /^leaf/ })).toContainText('54 × 100 mm');
  await page.getByRole('button', { name: 'Its measures', exact: true }).click();
  await page.getByRole('radio', { name: /^Gap, 3 mm/ }).click();
  await page.getByRole('button', { name: 'Gap up by 0.5 mm' }).click();
  await expect(page.getByRole('checkbox', { name: /^leaf/ })).toContainText('57 × 103 mm');
  await page.getByRole('button', { name: 'Measures away' }).click();
  await page.getByRole('button', { name: 'Undo: other measures' }).click();
  await expect(page.getByRole('checkbox', { name: /^leaf/ })).toContainText('54 × 100 mm');
  await page.getByRole('button', { name: 'Take apart' }).click();
  await expect(page.getByRole('checkbox', { name: /^leaf/ })).toContainText('24 × 70 mm');
});

import { expect, type Page } from '@playwright/test';
import { go } from './go';
import { test } from './own-workshop';

async function openJob(page: Page, name: string) {
  await go(page, '/jobs');
  await page
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click();
  await page.getByRole('tab', { name: 'Sheet' }).click();
}

test.describe('sheets', () => {
  test('are nested onto an odd piece: so many tags, taken into the job, undone', async ({ page }) => {
    await openJob(page, 'Kit tags');
    await page.getByRole('button', { name: 'Nest the parts' }).click();
    await page.getByRole('radio', { name: 'So often' }).click();
    await page.getByRole('button', { name: 'Copies of each up by 1' }).click();
    await page.getByRole('button', { name: 'Nest', exact: true }).click();
    await expect(page.getByText(/ % used/)).toBeVisible();
    await page.getByRole('button', { name: 'Take it' }).click();
    await expect(page.getByRole('tab', { name: 'Sheet' })).toHaveAttribute('aria-selected', 'true');
    await expect(page.getByTestId('part-BOW12')).toHaveCount(3);
    await page
      .getByRole('button', { name: /^Undo: where parts lie/ })
      .first()
      .click();
    await expect(page.getByTestId('part-BOW12')).toHaveCount(1);
  });

  test('are laid by hand: dragged, turned, copied to where there is room; what lies wrong is said at once', async ({
    page,
  }) => {
    await openJob(page, 'Kit tags');
    await page.getByRole('button', { name: 'Lay by hand' }).click();
    const lying = await page.getByTestId('thing-tag').count();
    await page.getByTestId('thing-tag').first().click();
    const tag = page.getByTestId('in-hand').getByTestId('thing-tag');
    await expect(page.getByText(/^tag: /)).toBeVisible();
    const box = (await tag.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 40, y + 80, { steps: 6 });
    await page.mouse.up();
    await expect(async () => expect((await tag.boundingBox())!.y).toBeGreaterThan(box.y + 60)).toPass();
    await page.getByRole('radio', { name: 'Copies' }).click();
    await page.getByRole('button', { name: 'One more' }).click();
    await expect(page.getByTestId('thing-tag')).toHaveCount(lying + 1);
    await page.getByRole('radio', { name: 'Move' }).click();
    await page.getByRole('textbox', { name: 'By' }).fill('100');
    for (let i = 0; i < 4; i++) await page.getByRole('button', { name: 'Move left' }).click();
    await expect(page.getByText(/leaves what the machine reaches/)).toBeVisible();
    await page.getByRole('button', { name: 'Measure' }).click();
    const sheet = (await page.getByTestId('lay-surface').boundingBox())!;
    await page.mouse.click(sheet.x + 100, sheet.y + 100);
    await page.mouse.click(sheet.x + 200, sheet.y + 100);
    await expect(page.getByText(/ mm apart: .* 0 mm along the feed/)).toBeVisible();
  });

  test('are printed, then cut where their marks were read', async ({ page }) => {
    await openJob(page, 'Crew stickers');
    await page.getByRole('button', { name: 'Print, then cut' }).click();
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save the page (PDF)' }).click();
    expect((await saved).suggestedFilename()).toBe('Crew stickers - to print.pdf');
    await page.getByRole('textbox', { name: 'upper left, across, mm' }).fill('12');
    await page.getByRole('textbox', { name: 'upper left, along, mm' }).fill('12');
    await expect(page.getByText(/Two marks at least .* one was/)).toBeVisible();
    await page.getByRole('button', { name: 'Let the stand-in look' }).click();
    await expect(page.getByTestId('correction')).toContainText('The sheet lies turned by');
    await page.getByRole('radio', { name: /60/ }).click();
    await page.getByRole('button', { name: 'Run where the print lies' }).click();
    await expect(page).toHaveURL(/\/run$/);
  });
});

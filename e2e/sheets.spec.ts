import { expect, type Page } from '@playwright/test';
import { go, openJob } from './go';
import { test } from './own-workshop';

async function openSheet(page: Page, name: string) {
  await openJob(page, name);
  await page.getByRole('tab', { name: 'Sheet' }).click();
}

test.describe('sheets', () => {
  test('are nested onto an odd piece: so many tags, taken into the job, undone', async ({ page }) => {
    await openSheet(page, 'Kit tags');
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
    await openSheet(page, 'Kit tags');
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

  test('are printed, and cut where their marks were read', async ({ page }) => {
    await openSheet(page, 'Crew stickers');
    await page.getByRole('button', { name: 'The printed sheet' }).click();
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
    // The machine is free again for whoever comes next in this workshop.
    await page.getByRole('button', { name: 'Cancel' }).click();
    await expect(page.getByText(/cancelled/).first()).toBeVisible();
  });

  test('of odd stock get their outline from a photo: four corners of a card, a tap on the piece', async ({ page }) => {
    await go(page, '/stock');
    await page
      .getByRole('link', { name: /Veg-tan leather/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Add a piece' }).click();
    await page.getByRole('radio', { name: 'offcut' }).click();
    // 4 px to the millimetre, from straight above: a card, and a piece of 100 × 80 mm with a corner cut off.
    const shot = await page.evaluate(() => {
      const canvas = Object.assign(document.createElement('canvas'), { width: 900, height: 700 });
      const pen = canvas.getContext('2d')!;
      pen.fillStyle = '#2f6b4f';
      pen.fillRect(0, 0, 900, 700);
      pen.fillStyle = '#f4f1e6';
      pen.fillRect(40, 40, 342.4, 215.92);
      pen.fillStyle = '#b8703a';
      pen.beginPath();
      for (const [x, y] of [
        [440, 320],
        [840, 320],
        [840, 520],
        [640, 640],
        [440, 640],
      ])
        pen.lineTo(x, y);
      pen.fill();
      return canvas.toDataURL('image/png').split(',')[1];
    });
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Take it from a photo' }).click();
    await (await chooser).setFiles({ name: 'piece.png', mimeType: 'image/png', buffer: Buffer.from(shot, 'base64') });
    await page.getByRole('radio', { name: 'A bank card' }).click();
    const photo = page.getByRole('button', { name: 'Photo of the piece' });
    await photo.scrollIntoViewIfNeeded();
    const { width } = (await photo.boundingBox())!;
    const tap = (x: number, y: number) => photo.click({ position: { x: (x * width) / 900, y: (y * width) / 900 } });
    await tap(40, 40);
    await tap(382.4, 40);
    await tap(382.4, 255.92);
    await tap(40, 255.92);
    const flat = page.getByRole('button', { name: 'The piece from straight above' });
    const seen = (await flat.boundingBox())!;
    await flat.click({ position: { x: (600 / 900) * seen.width, y: (450 / 700) * seen.height } });
    await expect(page.getByTestId('found-outline')).toBeVisible();
    const corners = (await page.getByRole('textbox', { name: 'Outline' }).inputValue())
      .split(', ')
      .map((pair) => pair.split(' ').map(Number));
    const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
    expect(Math.abs(Math.max(...xs) - 100)).toBeLessThan(2);
    expect(Math.abs(Math.max(...ys) - 80)).toBeLessThan(2);
    await page.getByRole('textbox', { name: 'Name', exact: true }).fill('corner of a shoulder');
    await page.getByRole('button', { name: 'Put it into stock' }).click();
    await expect(page.getByRole('button', { name: /corner of a shoulder/ })).toBeVisible();
  });
});

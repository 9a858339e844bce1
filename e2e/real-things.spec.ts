import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { getReady, go, openJob } from './go';
import { test } from './own-workshop';

/** A photo of the marker page and a sheet of 400 × 300 mm beside it, 3 px to the millimetre, the camera held a little askew. */
async function photoWithMarkers(page: Page): Promise<Buffer> {
  const dot = (x: number, y: number, r: number) => `<circle cx="${x}" cy="${y}" r="${r}" fill="#f4f2ee"/>`;
  const along = (from: number, to: number, count: number) =>
    Array.from({ length: count }, (_, i) => from + ((to - from) * i) / (count - 1));
  const dots = [
    ...along(20, 190, 5).flatMap((x) => [dot(x, 20, 3.5), dot(x, 277, 3.5)]),
    ...along(20, 277, 7)
      .slice(1, -1)
      .flatMap((y) => [dot(20, y, 3.5), dot(190, y, 3.5)]),
    dot(30, 20, 2),
    dot(40, 20, 2),
  ].join('');
  const marker = `<rect width="210" height="297" fill="#f4f2ee"/><path d="M12 12H198V285H12ZM28 28V269H182V28Z" fill="#25292e" fill-rule="evenodd"/>${dots}`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="2250" height="1350" viewBox="0 0 750 450">
    <rect width="750" height="450" fill="#8a6a48"/>
    <g transform="rotate(4 300 200)"><g transform="translate(40 60)">${marker}</g><rect x="290" y="80" width="400" height="300" fill="#dcc08c"/></g></svg>`;
  const shot = await page.evaluate(async (text) => {
    const image = new Image();
    image.src = `data:image/svg+xml;base64,${btoa(text)}`;
    await image.decode();
    const canvas = Object.assign(document.createElement('canvas'), { width: 2250, height: 1350 });
    canvas.getContext('2d')!.drawImage(image, 0, 0, 2250, 1350);
    return canvas.toDataURL('image/jpeg', 0.9).split(',')[1];
  }, svg);
  return Buffer.from(shot, 'base64');
}

test.describe('work on real things', () => {
  // Before the medals are run: what is on the machine is not changed.
  test('a photo lies under the sheet at true size: the marker page is found by itself, two taps say where the sheet is', async ({
    page,
  }) => {
    await openJob(page, 'Finishers’ medals');
    await expect(page.getByRole('tab', { name: 'Sheet' })).toBeVisible();
    await go(page, `${new URL(page.url()).pathname}/lay?step=1`);
    await page.getByRole('button', { name: 'Photo under it' }).click();
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Take or choose a photo' }).click();
    await (await chooser).setFiles({ name: 'bench.jpg', mimeType: 'image/jpeg', buffer: await photoWithMarkers(page) });
    await expect(page.getByTestId('true-size')).toContainText(/20 dots fit to 0\.\d+ mm/);
    const flat = page.getByRole('button', { name: 'The sheet from straight above' });
    await flat.scrollIntoViewIfNeeded();
    await expect(page.getByText('upper left corner, at the lead edge')).toBeVisible();
    const box = (await flat.boundingBox())!;
    await flat.click({ position: { x: 0.5 * box.width, y: 0.3 * box.height } });
    await expect(page.getByText('Now tap its upper right corner')).toBeVisible();
    await flat.click({ position: { x: 0.9 * box.width, y: 0.32 * box.height } });
    await expect(page.getByText('As it will lie under the sheet')).toBeVisible();
    await page.getByRole('button', { name: 'Lay it under the sheet' }).click();
    await expect(page.getByTestId('photo-under')).toBeVisible();
    await page.getByRole('button', { name: 'No photo' }).click();
    await expect(page.getByTestId('photo-under')).toHaveCount(0);
  });

  test('medals: the front, the sheet turned over, the back behind it by its marks, cut; what is left is kept', async ({
    page,
  }) => {
    await openJob(page, 'Finishers’ medals');
    await page.getByRole('button', { name: 'By hand, on my own machine' }).click();
    await page.getByRole('button', { name: 'Begin with step 1' }).click();
    await getReady(page);
    await page.getByRole('button', { name: 'I have run it' }).click();
    await expect(page.getByTestId('by-hand')).toContainText('Step 2');
    await page.getByRole('button', { name: 'I have run it' }).click();
    await expect(page.getByTestId('hold-card')).toContainText('Turn the sheet over, left to right');
    await page.getByRole('button', { name: 'Read its marks' }).click();
    await expect(page.getByRole('button', { name: 'Bring the back behind its front' })).toBeDisabled();
    await page.getByRole('button', { name: 'Let the stand-in look' }).click();
    await expect(page.getByTestId('front-to-back')).toContainText(/within about 0\.[0-3]\d? mm/);
    await page.getByRole('button', { name: 'Bring the back behind its front' }).click();
    await expect(page.getByTestId('hold-card')).toContainText('Its marks are read');
    await getReady(page, 'It is turned over');
    await page.getByRole('button', { name: 'I have run it' }).click();
    await expect(page.getByTestId('by-hand')).toContainText('Step 4');
    await page.getByRole('button', { name: 'I have run it' }).click();
    const rest = page.getByTestId('what-remains');
    await expect(rest).toContainText(/400 × 300 mm, .* cm²/);
    await rest.getByRole('button', { name: 'Keep it as an offcut' }).click();
    await expect(page.getByText('is in the stock as “rest of birch sheets”')).toBeVisible();
    await page.getByRole('link', { name: 'Stock' }).click();
    await page
      .getByRole('link', { name: /Birch plywood 3 mm/ })
      .first()
      .click();
    await expect(page.getByRole('button', { name: /rest of birch sheets/ })).toBeVisible();
  });

  test('a shirt is seen on its blank before anything is cut, as a picture to hand on', async ({ page }) => {
    await openJob(page, 'Crew shirts');
    await page.getByRole('button', { name: 'See it on its blank' }).click();
    await page.getByRole('button', { name: /crew shirts, medium/ }).click();
    await expect(page.getByTestId('mockup')).toBeVisible();
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save the picture (PNG)' }).click();
    const download = await saved;
    expect(download.suggestedFilename()).toBe('Crew shirts, mock-up.png');
    // Gold on navy: what is more red than blue on the breast of the shirt is the film.
    const gold = await page.evaluate(
      async (base64) => {
        const image = new Image();
        image.src = `data:image/png;base64,${base64}`;
        await image.decode();
        const canvas = Object.assign(document.createElement('canvas'), { width: image.width, height: image.height });
        const pen = canvas.getContext('2d')!;
        pen.drawImage(image, 0, 0);
        const [x, y, width, height] = [0.36, 0.28, 0.28, 0.27].map((share, i) =>
          Math.floor(share * (i % 2 ? image.height : image.width)),
        );
        const { data } = pen.getImageData(x, y, width, height);
        let count = 0;
        for (let i = 0; i < data.length; i += 4) if (data[i] > data[i + 2] + 40) count += 1;
        return count / (width * height);
      },
      readFileSync(await download.path()).toString('base64'),
    );
    expect(gold).toBeGreaterThan(0.05);
    expect(gold).toBeLessThan(0.6);
  });

  test('blanks are shown where they lie, in a grid, and are never processed', async ({ page }) => {
    await openJob(page, 'Kit labels for the boathouse');
    await expect(page.getByRole('tab', { name: 'Sheet' })).toBeVisible();
    await go(page, `${new URL(page.url()).pathname}/lay?step=1`);
    const before = await page.getByRole('img', { name: /The sheet with/ }).getAttribute('aria-label');
    await page.getByRole('button', { name: 'Where blanks lie' }).click();
    await page.getByRole('button', { name: 'Beside each other up by 1' }).click();
    await page.getByRole('button', { name: 'Show it on the sheet' }).click();
    const file = page.getByRole('button', { name: 'Draw the guides (file)' });
    await expect(file).toBeVisible();
    await expect(page.getByRole('img', { name: before! })).toBeVisible();
    const saved = page.waitForEvent('download');
    await file.click();
    expect((await saved).suggestedFilename()).toContain('guides');
  });
});

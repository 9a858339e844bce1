import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, type Page } from '@playwright/test';
import { getReady, openJob, tickAll } from './go';
import { test } from './own-workshop';

/** Gets ready, walks the edge and moves the work, starts, and waits for the end. */
async function led(page: Page, step: number, speed: '10 times faster' | '60 times faster'): Promise<void> {
  await page.getByRole('radio', { name: speed }).click();
  await page.getByRole('button', { name: 'Run on the stand-in' }).click();
  await tickAll(page);
  await page.getByRole('button', { name: 'Walk the edge' }).click();
  await expect(page.getByTestId('edge-foot')).toBeVisible();
  const moved = page.waitForResponse((response) => response.url().endsWith('/nudge') && response.ok());
  await page.getByRole('button', { name: 'Move the work right by 1 mm' }).click();
  await moved;
  await expect(page.getByTestId('moved-by')).toContainText('1 mm right');
  await getReady(page);
  await expect(page.getByTestId('path-done').first()).toBeVisible({ timeout: 120_000 });
  await expect(page.getByTestId(`finished-${step}`)).toContainText('How did it come out?', { timeout: 120_000 });
}

test.describe('on the phone at the machine', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('the plotter: ready, the edge, the cut, a look before unloading, again only where it is needed, and the verdict', async ({
    page,
  }) => {
    await openJob(page, 'Bottle wraps');
    await led(page, 1, '10 times faster');
    const first = page.getByTestId('finished-1');
    await first.getByRole('button', { name: /^hangs in places/ }).click();
    await first.getByRole('button', { name: 'Some parts differ' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('radio', { name: 'not cut' }).click();
    await dialog
      .getByTestId('sheet')
      .getByTestId(/^part-/)
      .first()
      .click({ force: true });
    await dialog.getByRole('button', { name: 'Write it down' }).click();
    await expect(first).toContainText('1 part differs');
    await first.getByRole('button', { name: 'What do you see?' }).click();
    await dialog.getByRole('radio').first().click();
    await expect(first.getByRole('button', { name: 'What may be behind it' })).toBeVisible();
    const chosen = page.waitForEvent('filechooser');
    await first.getByRole('button', { name: /^Add a photo/ }).click();
    await (
      await chosen
    ).setFiles({
      name: 'corner.jpg',
      mimeType: 'image/jpeg',
      buffer: readFileSync(join(__dirname, '../server/demo/crew-bow.jpg')),
    });
    await expect(first.getByRole('img', { name: /as it came out$/ })).toBeVisible();
    // All of it hangs in places: all of it is gone over, and nothing is left out.
    await expect(page.getByRole('switch', { name: /^(Only|All but)/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'Go over it again, a little stronger' }).click();
    // What keeps people safe is asked again.
    await getReady(page, 'Go over it again');
    const second = page.getByTestId('finished-2');
    await expect(second).toContainText('gone over again in its place', { timeout: 120_000 });
    await second.getByRole('button', { name: /^clean/ }).click();
    await expect(second).toContainText('clean');
    // A verdict is corrected later, and what was said before stays to be read.
    await first.getByRole('button', { name: /^Correct it/ }).click();
    await dialog.getByRole('button', { name: /^clean/ }).click();
    await expect(first).toContainText('Said before: hangs in places');
  });

  test('the laser: nothing starts before what keeps people safe is ticked, and a picture is engraved to its end', async ({
    page,
  }) => {
    await openJob(page, 'Prize board with a photo');
    await page.getByRole('button', { name: 'Path of the tool: step 1' }).click();
    await expect(page.getByTestId('picture-preview').getByRole('img')).toBeVisible({ timeout: 120_000 });
    await page.getByRole('radio', { name: 'Round dots that grow' }).click();
    await expect(page.getByTestId('file-lines')).toContainText('G1', { timeout: 120_000 });
    await page.getByRole('link', { name: /^Back to/ }).click();
    await page.getByRole('radio', { name: '60 times faster' }).click();
    await page.getByRole('button', { name: 'Run on the stand-in' }).click();
    const start = page.getByRole('button', { name: 'Start', exact: true });
    await expect(start).toBeDisabled();
    await expect(page.getByText(/lines for your safety still to tick/)).toBeVisible();
    await page.reload();
    await page
      .getByTestId('ready-lines')
      .getByRole('checkbox', { name: /^Goggles/ })
      .click();
    await page.reload();
    // What was ticked is ticked, on whatever device.
    await expect(page.getByRole('checkbox', { name: /^Goggles/ })).toBeChecked();
    await getReady(page);
    await expect(page.getByTestId('doing-now')).toContainText('of its file');
    await expect(page.getByTestId('finished-1')).toContainText('How did it come out?', { timeout: 120_000 });
  });
});

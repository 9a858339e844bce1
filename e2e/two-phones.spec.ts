import { randomUUID } from 'node:crypto';
import { go } from './go';
import { expect, test } from './quiet-page';

test.describe('two phones of one workshop', () => {
  test('show each other’s changes without being asked', async ({ page, browser, baseURL }) => {
    const other = await browser.newContext({ baseURL });
    const second = await other.newPage();
    const name = `Tide board ${randomUUID().slice(0, 8)}`;
    await go(page, '/');
    await expect(page.getByText('Jobs in hand')).toBeVisible();
    await go(second, '/jobs/new');
    await second.getByRole('textbox', { name: 'Name of the job' }).fill(name);
    await second.getByRole('button', { name: 'Start the job' }).click();
    await expect(second).toHaveURL(/\/jobs\/[0-9a-f-]{36}/);
    await expect(page.getByText(name).first()).toBeVisible({ timeout: 5000 });
    // Both look at the job: what one writes into it is there on the other.
    await go(page, new URL(second.url()).pathname);
    await expect(page.getByText('Bring in the drawing')).toBeVisible();
    const chooser = second.waitForEvent('filechooser');
    await second.getByRole('button', { name: 'Choose a file' }).click();
    await (
      await chooser
    ).setFiles({
      name: 'tide.svg',
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40"><rect x="5" y="5" width="50" height="30"/></svg>',
      ),
    });
    await expect(page.getByText('Bring in the drawing')).toBeHidden({ timeout: 15_000 });
    await other.close();
  });
});

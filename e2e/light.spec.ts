import { expect } from '@playwright/test';
import { go } from './go';
import { test } from './own-workshop';

test.describe('a page that is light to load', () => {
  test('brings the Bench in less than 420 kB, and nothing of it twice', async ({ page }) => {
    const session = await page.context().newCDPSession(page);
    await session.send('Network.enable');
    let bytes = 0;
    session.on('Network.loadingFinished', ({ encodedDataLength }) => void (bytes += encodedDataLength));
    // The line on which changes of others come stays open: it is quiet once nothing more is loaded.
    let before = -1;
    const quiet = () =>
      expect
        .poll(
          () => {
            const isSame = bytes === before;
            before = bytes;
            return isSame;
          },
          { intervals: [800] },
        )
        .toBe(true);
    await go(page, '/');
    await expect(page.getByText('Recipes used last')).toBeVisible();
    await quiet();
    expect(bytes).toBeGreaterThan(100_000);
    expect(bytes, 'in bytes').toBeLessThan(420_000);

    bytes = 0;
    await page.reload();
    await expect(page.getByText('Recipes used last')).toBeVisible();
    await quiet();
    expect(bytes).toBeLessThan(40_000);
  });

  test('names its scripts and fonts by what is in them, compresses them, and never keeps an answer', async ({
    page,
    request,
  }) => {
    await go(page, '/');
    const html = await (await request.get('/')).text();
    const addresses = [...html.matchAll(/(?:src|href)="(\/(?:_expo|fonts)\/[^"]+)"/g)].map(([, address]) => address);
    // One: what pages share would be another, and would come with the first screen.
    expect(addresses.filter((address) => address.endsWith('.js')).length).toBe(1);
    expect(addresses.filter((address) => address.endsWith('.woff2')).length).toBe(6);
    for (const address of addresses) {
      const { 'cache-control': kept, 'content-encoding': coding } = (
        await request.get(address, { headers: { 'Accept-Encoding': 'br' } })
      ).headers();
      expect(kept, address).toContain('immutable');
      if (address.endsWith('.js')) expect(coding, address).toBe('br');
    }
    expect((await request.get('/')).headers()['cache-control']).toBe('no-cache');
    expect((await request.get('/api/bench')).headers()['cache-control']).toContain('no-store');
    expect((await request.get('/_expo/static/js/web/gone.js')).status()).toBe(404);
    expect((await request.get('/jobs/anything')).status()).toBe(200);
    const manifest = await (await request.get('/manifest.webmanifest')).json();
    for (const { src } of manifest.icons) expect((await request.get(src)).status(), src).toBe(200);
  });

  test('is called after the screen that is open, in English, on its own paper before any script has run', async ({
    page,
  }) => {
    await go(page, '/');
    await expect(page).toHaveTitle('Bench · Keen Anvil');
    await page.getByRole('link', { name: 'Stock' }).click();
    await expect(page).toHaveTitle('Stock · Keen Anvil');
    expect(await page.evaluate(() => document.documentElement.lang)).toBe('en');

    await page.evaluate(() => localStorage.setItem('keen-anvil.light', 'dim shop'));
    await page.route('**/_expo/static/js/**', (route) => route.abort());
    await page.goto('/');
    expect(await page.evaluate(() => getComputedStyle(document.documentElement).backgroundColor)).toBe(
      'rgb(25, 27, 30)',
    );
  });

  test('opens a page anew whose scripts a newer build has replaced', async ({ page }) => {
    await go(page, '/');
    let asked = 0;
    await page.route('**/js/web/pages-*.js', async (route) => {
      asked += 1;
      await (asked === 1 ? route.fulfill({ status: 404, body: 'No such file in this build.' }) : route.continue());
    });
    await page.getByRole('link', { name: 'Jobs' }).click();
    await expect(page.getByRole('button', { name: 'New job' })).toBeVisible();
    expect(asked).toBeGreaterThan(1);
  });

  test('says that the server is away where a page was not open before, and opens it once it is back', async ({
    page,
  }) => {
    await go(page, '/');
    await expect(page.getByText('Recipes used last')).toBeVisible();
    const cut = /pages-[0-9a-f]+\.js|manifest\.webmanifest/;
    await page.route(cut, (route) => route.abort());
    await page.getByRole('link', { name: 'Jobs' }).click();
    await expect(page.getByText(/server cannot be reached, and this page was not open before/)).toBeVisible();
    await page.unroute(cut);
    await page.getByRole('button', { name: 'Try again' }).click();
    await expect(page.getByRole('button', { name: 'New job' })).toBeVisible();
  });
});

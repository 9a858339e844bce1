import { expect, type Page } from '@playwright/test';

/**
 * Goes to an address as a maker types it: after what slid up has closed and its entry in the browser's history is gone, which
 * takes a moment longer than the eye sees. A step back that is still under way would break the way there off.
 */
export async function go(page: Page, address: string): Promise<void> {
  await page.waitForFunction(
    () => !(history.state as { slidUp?: string } | null)?.slidUp || document.querySelector('[role="dialog"]') !== null,
  );
  await page.goto(address);
}

/** Opens a job from the list, as a maker finds it by its name. */
export async function openJob(page: Page, name: string): Promise<void> {
  await go(page, '/jobs');
  await page
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click();
}

/** Ticks off all that has to be ready before a start, and starts. @param key what the main key says */
export async function getReady(page: Page, key: string | RegExp = 'Start'): Promise<void> {
  await tickAll(page);
  await page.getByRole('button', typeof key === 'string' ? { name: key, exact: true } : { name: key }).click();
}

/** Ticks off what has to be ready: one line after the other, each seen ticked before the next is looked for. */
export async function tickAll(page: Page): Promise<void> {
  const lines = page.getByTestId('ready-lines');
  await lines.waitFor();
  const all = lines.getByRole('checkbox');
  for (let i = 0; i < (await all.count()); i++) {
    if ((await all.nth(i).getAttribute('aria-checked')) === 'true') continue;
    await all.nth(i).click();
    await expect(all.nth(i)).toBeChecked();
  }
}

/** Lets a page hear no changes of other phones: the line on which it would is never idle. */
export async function alone(page: Page): Promise<void> {
  await page.route('**/api/changes', (route) => route.fulfill({ status: 204 }));
}

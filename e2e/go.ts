import type { Page } from '@playwright/test';

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

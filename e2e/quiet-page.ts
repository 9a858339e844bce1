import { expect } from '@playwright/test';
import { test as base } from './own-workshop';

/** A page that fails its test where the browser reports an error, whatever the test itself looks at. */
export const test = base.extend<{ refusals: RegExp[] }>({
  /** Answers that a test provokes on purpose: Chromium reports them as errors. */
  refusals: [[], { option: true }],
  page: async ({ page, refusals }, use) => {
    const errors: string[] = [];
    page.on('console', (message) => {
      if (message.type() === 'error' && !refusals.some((refusal) => refusal.test(message.text())))
        errors.push(message.text());
    });
    page.on('pageerror', (error) => errors.push(error.message));
    await use(page);
    expect(errors, 'the browser reported errors').toEqual([]);
  },
});

export { expect };

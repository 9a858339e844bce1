import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { go } from './go';
import { expect, test } from './quiet-page';

const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

interface Named {
  id: string;
  name?: string;
}
interface Outcome {
  violations: { id: string; help: string; nodes: { html: string; failureSummary: string }[] }[];
}

/** What depends on the colours in force: the rest is the same in both lights. */
const OF_COLOURS = ['color-contrast', 'link-in-text-block'];

/** What axe finds wrong on the page as it stands: the rule, and where. @param rules all of them where none are named */
async function wrongOn(page: Page, rules?: string[]): Promise<string[]> {
  await page.waitForFunction(
    () => document.body.innerText.length > 40 && !document.querySelector('[aria-label="Loading"]'),
  );
  await page.evaluate(AXE);
  const { violations } = await page.evaluate(
    (only) =>
      (globalThis as unknown as { axe: { run: (how: object) => Promise<Outcome> } }).axe.run(
        only ? { runOnly: { type: 'rule', values: only } } : {},
      ),
    rules,
  );
  return violations.flatMap(({ id, help, nodes }) =>
    nodes.map(
      ({ html, failureSummary }) =>
        `${id}: ${help}\n  ${html.slice(0, 200)}\n  ${failureSummary.replace(/\s+/g, ' ').slice(0, 300)}`,
    ),
  );
}

/** Puts the device into day or dark, and waits until the page has followed. */
async function lit(page: Page, colorScheme: 'light' | 'dark'): Promise<void> {
  await page.emulateMedia({ colorScheme });
  await page.waitForFunction(
    (light) => document.documentElement.dataset.light === light,
    colorScheme === 'dark' ? 'dim shop' : 'day',
  );
}

/** What keeps somebody out of the page by day, and by what its colours are in the dim shop. */
async function keepsOut(page: Page): Promise<string[]> {
  const byDay = await wrongOn(page);
  await lit(page, 'dark');
  const inTheDark = await wrongOn(page, OF_COLOURS);
  await lit(page, 'light');
  return [...byDay, ...inTheDark.map((words) => `dark, ${words}`)];
}

async function places(page: Page): Promise<Record<string, string>> {
  const get = async <T>(path: string): Promise<T> => (await (await page.request.get(path)).json()) as T;
  const jobs = await get<Named[]>('/api/jobs');
  const job = (name: string) => `/jobs/${jobs.find((one) => one.name === name)!.id}`;
  const recipe = (await get<{ recipes: Named[] }>('/api/recipes?search=navy%20vinyl%20little')).recipes[0].id;
  const tuning = (await get<Named[]>('/api/tunings'))[0].id;
  const [machine] = await get<Named[]>('/api/machines');
  const [tool] = await get<Named[]>('/api/tools');
  const material = (await get<Named[]>('/api/materials')).find(({ name }) => name === 'Card 250 g, cream')!;
  return {
    bench: '/',
    book: '/book',
    'book as a table': '/book/table',
    recipe: `/book/${recipe}`,
    'dial card': `/book/${recipe}/dial`,
    charts: `/book/${recipe}/charts`,
    'something is wrong': `/book/${recipe}/wrong`,
    'new recipe': '/book/new',
    'start tuning': `/book/${recipe}/tune`,
    tuning: `/book/tuning/${tuning}`,
    jobs: '/jobs',
    'new job': '/jobs/new',
    job: job('Certificates'),
    'job on hold': `${job('Boat number 12')}/run`,
    stock: '/stock',
    material: `/stock/${material.id}`,
    shop: '/shop',
    machine: `/shop/machine/${machine.id}`,
    tool: `/shop/tool/${tool.id}`,
    nowhere: '/anvils/12',
  };
}

const SIZES = { phone: { width: 390, height: 844 }, wide: { width: 1280, height: 800 } };
/** Less than this, as the browsers add shifts up, is a page that stands still. */
const STILL = 0.1;
/** The least side of what a finger has to hit, in px. */
const FINGER = 44;

/** What can be pressed and is too small for a finger: what it is called, and its size. */
const smallOn = (page: Page) =>
  page.evaluate((least) => {
    const found: string[] = [];
    for (const element of document.querySelectorAll(
      '[role=button], [role=link], [role=checkbox], [role=radio], [role=tab], button, a, input:not([type=file]):not([role=switch])',
    )) {
      const box = element.getBoundingClientRect();
      if (box.width === 0 || box.height === 0 || (element as HTMLElement).closest('[aria-hidden=true]')) continue;
      if (box.width < least - 0.5 || box.height < least - 0.5)
        found.push(
          `${element.getAttribute('aria-label') ?? element.textContent}: ${Math.round(box.width)} × ${Math.round(box.height)}`,
        );
    }
    return found;
  }, FINGER);

for (const [size, viewport] of Object.entries(SIZES)) {
  const isPhone = size === 'phone';
  test.describe(size, () => {
    test.use({ viewport, hasTouch: isPhone });
    test(`no screen keeps anybody out${isPhone ? ', and nothing is too small to hit' : ''}`, async ({ page }) => {
      test.setTimeout(1_200_000);
      const found: string[] = [];
      for (const [name, address] of Object.entries(await places(page))) {
        await go(page, address);
        found.push(...(await keepsOut(page)).map((words) => `${name}: ${words}`));
        if (isPhone) found.push(...(await smallOn(page)).map((words) => `${name}: ${words}`));
        for (const tab of name === 'job' ? await page.getByRole('tab').all() : []) {
          await tab.click();
          found.push(...(await keepsOut(page)).map((words) => `${name}, ${words}`));
        }
      }
      expect(found).toEqual([]);
    });
  });
}

test.describe('under a thumb', () => {
  test.use({ viewport: SIZES.phone, hasTouch: true });
  test('the Bench does not move while it is filled', async ({ page }) => {
    await page.addInitScript(() => {
      const shifts: number[] = [];
      Object.assign(globalThis, { shifts });
      new PerformanceObserver((list) =>
        list.getEntries().forEach((entry) => shifts.push((entry as unknown as { value: number }).value)),
      ).observe({ type: 'layout-shift', buffered: true });
    });
    await go(page, '/');
    await expect(page.getByTestId('nailed')).toBeVisible();
    await expect(page.getByTestId('open-tunings')).toBeVisible();
    expect(
      (await page.evaluate(() => (globalThis as unknown as { shifts: number[] }).shifts)).reduce(
        (sum, value) => sum + value,
        0,
      ),
    ).toBeLessThan(STILL);
  });
});

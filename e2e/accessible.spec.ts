import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, test } from './quiet-page';

const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

interface Named {
  id: string;
  name?: string;
}
interface Outcome {
  violations: { id: string; help: string; nodes: { html: string; failureSummary: string }[] }[];
}

/** What axe finds wrong on the page as it stands: the rule, and where. */
async function wrongOn(page: Page): Promise<string[]> {
  await page.waitForFunction(() => document.body.innerText.length > 40 && !document.querySelector('[aria-label="Loading"]'));
  await page.evaluate(AXE);
  const { violations } = await page.evaluate(() => (globalThis as unknown as { axe: { run: () => Promise<Outcome> } }).axe.run());
  return violations.flatMap(({ id, help, nodes }) => nodes.map(({ html, failureSummary }) => `${id}: ${help}\n  ${html.slice(0, 200)}\n  ${failureSummary.replace(/\s+/g, ' ').slice(0, 300)}`));
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
for (const [size, viewport] of Object.entries(SIZES)) {
  for (const colorScheme of ['light', 'dark'] as const) {
    test.describe(`${size}, ${colorScheme}`, () => {
      test.use({ viewport, colorScheme });
      test('no screen keeps anybody out', async ({ page }) => {
        test.setTimeout(240_000);
        const found: string[] = [];
        for (const [name, address] of Object.entries(await places(page))) {
          await page.goto(address);
          found.push(...(await wrongOn(page)).map((words) => `${name}: ${words}`));
          for (const tab of name === 'job' ? await page.getByRole('tab').all() : []) {
            await tab.click();
            found.push(...(await wrongOn(page)).map((words) => `${name}, ${words}`));
          }
        }
        expect(found).toEqual([]);
      });
    });
  }
}

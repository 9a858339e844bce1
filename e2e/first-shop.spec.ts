import type { Page } from '@playwright/test';
import { getReady, go } from './go';
import { expect, test } from './quiet-page';

// A press plan without a press or its numbers is refused, and a moment under the plate is asked about.
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, refusals: [/status of 4(22|09)/] });

const key = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const field = (page: Page, name: string) => page.getByRole('textbox', { name });
const CREST =
  '<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="60mm" viewBox="0 0 90 60"><path fill="#c0a020" fill-rule="evenodd" d="M5 5H85V40L45 58L5 40ZM30 20h30v15h-30Z"/></svg>';

async function startWorkshop(page: Page): Promise<void> {
  await go(page, '/shop');
  await key(page, 'Start a workshop of my own').click();
  await page.getByRole('dialog').getByRole('textbox').first().fill('Boathouse loft');
  await key(page, 'Start it').click();
  await expect(page.getByText('No machine yet.')).toBeVisible();
}

/** From what the empty Bench, or a page that needs one, leads to. */
async function addMachine(page: Page, name: string, kind: string): Promise<void> {
  await key(page, 'Add a machine').click();
  await field(page, 'Name').fill(name);
  await page.getByRole('radio', { name: kind }).click();
  await key(page, 'Put it into the shop').click();
  await expect(page.getByRole('heading', { name: 'Dials' })).toBeVisible();
}

async function addMaterial(page: Page, family: string, thickness: string): Promise<void> {
  await go(page, '/stock/new');
  await field(page, 'Name').fill(`${family} of the loft`);
  await page.getByRole('radio', { name: family }).click();
  await field(page, 'Thickness').fill(thickness);
  await key(page, 'Put it on the shelf').click();
  await key(page, 'Add a piece').click();
  await field(page, 'Name').fill('sheet');
  await field(page, 'Width').fill('250');
  await field(page, 'Length').fill('200');
  await key(page, 'Put it into stock').click();
  await expect(page.getByText('250 mm × 200 mm')).toBeVisible();
}

async function newJob(page: Page, name: string): Promise<void> {
  await go(page, '/jobs/new');
  await field(page, 'Name of the job').fill(name);
  await key(page, 'Start the job').click();
}

async function chooseMaterial(page: Page, step: number, name: string): Promise<void> {
  const card = page.getByTestId(`step-${step}`);
  await card.getByRole('button', { name: 'Choose the material' }).click();
  await page.getByRole('dialog').getByRole('radio', { name }).click();
  await expect(card).toContainText(name);
}

/** Numbers that nobody has tried, written down where they are asked for. */
async function writeNumbers(page: Page, where: ReturnType<Page['getByTestId']>, numbers: Record<string, string>) {
  await where.getByRole('button', { name: 'Set the numbers myself' }).click();
  const form = page.getByRole('dialog');
  for (const [name, value] of Object.entries(numbers)) await form.getByRole('textbox', { name }).fill(value);
  await form.getByRole('button', { name: 'Write it down as bare' }).click();
  await expect(form).toBeHidden();
}

async function run(page: Page): Promise<void> {
  await page.getByRole('radio', { name: '60 times faster' }).click();
  await key(page, 'Run on the stand-in').click();
  await getReady(page);
}

test('from an empty shop with one laser and one film to a pressed shirt, without a dead end', async ({ page }) => {
  await startWorkshop(page);
  await go(page, '/');
  await addMachine(page, 'Diode', 'Diode laser');
  await addMaterial(page, 'Transfer film', '0.1');
  await newJob(page, 'Crew shirt');
  const chooser = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a file' }).click();
  await (await chooser).setFiles({ name: 'crest.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(CREST) });
  await chooseMaterial(page, 1, 'Transfer film of the loft');
  const step = page.getByTestId('step-1');
  // What the shop cannot do is said, and not offered.
  await expect(step).toContainText('Usual for it is: kiss cut. No machine in your shop does that yet.');
  await writeNumbers(page, step, { Power: '30', Speed: '1500' });
  await expect(step).toContainText('never tried');
  await run(page);

  // Not enough: it is gone over again in its place, and comes out clean.
  await page.getByRole('button', { name: /^hangs in places/ }).click();
  await key(page, 'Go over it again, a little stronger').click();
  await getReady(page, 'Go over it again');
  await page
    .getByRole('button', { name: /^through, clean edge/ })
    .first()
    .click();

  // No press yet, and no numbers for it: both are a tap away.
  await key(page, 'On to the press').click();
  await addMachine(page, 'Clam', 'Heat press, clam');
  await page.goBack();
  await writeNumbers(page, page.getByTestId('no-press-numbers'), { Temperature: '155', Timer: '15' });
  await expect(page.getByTestId('press-plan')).toContainText('One pressing suits all of it');
  await page.getByRole('switch', { name: 'The press is warm already' }).click();
  await key(page, 'Begin at Clam').click();
  await expect(page.getByTestId('press-ready')).toBeVisible();
  for (const line of await page.getByTestId('press-ready').getByRole('checkbox').all()) await line.click();
  await key(page, 'Start').click();
  for (const turn of ['Plate goes down', 'Plate is up', 'It is cold', 'It holds', 'It is peeled'])
    await key(page, turn).click();
  await page.getByRole('button', { name: /^holds everywhere/ }).click();
  // Pressed for a moment only, it is asked whether that counts.
  await key(page, 'It counts').click();
  await expect(page.getByTestId('pressed')).toContainText('holds everywhere');
});

test('from an empty shop with one laser to an engraved tag', async ({ page }) => {
  await startWorkshop(page);
  await go(page, '/');
  await addMachine(page, 'Diode', 'Diode laser');
  await addMaterial(page, 'Acrylic', '3');
  await newJob(page, 'Oar tag');
  await page.getByRole('button', { name: 'A measured shape' }).click();
  await page.getByRole('button', { name: 'Tag with a hole' }).click();
  await key(page, 'Put it into the job').click();
  await page.getByRole('tab', { name: 'Drawing' }).click();
  await page.getByRole('button', { name: 'Set a text' }).click();
  await field(page, 'Words').fill('LOFT 2');
  await field(page, 'Height of a capital').fill('5');
  await key(page, 'Put it into the job').click();
  await page.getByRole('button', { name: /^all \(5\) parts up to 6 mm/ }).click();
  await page.getByRole('button', { name: 'Into a step' }).click();
  await page.getByRole('dialog').getByText('A new step').click();
  await page.getByRole('tab', { name: 'Steps' }).click();
  for (const step of [1, 2]) {
    if (step === 2) await page.getByTestId('step-2').getByRole('button').first().click();
    await chooseMaterial(page, step, 'Acrylic of the loft');
  }
  await key(page, 'Engrave them').click();
  // What is engraved comes before what is cut out.
  await expect(page.getByTestId('step-1')).toContainText('Laser area');
  await writeNumbers(page, page.getByTestId('step-1'), { Power: '20', Speed: '3000', 'Line interval': '0.1' });
  await page.getByTestId('step-2').getByRole('button').first().click();
  await writeNumbers(page, page.getByTestId('step-2'), { Power: '90', Speed: '400' });
  await run(page);
  await expect(page.getByTestId('finished-2')).toContainText('How did it come out?', { timeout: 120_000 });
  await page
    .getByTestId('finished-2')
    .getByRole('button', { name: /^through, clean edge/ })
    .click();
  await expect(page.getByTestId('finished-2')).toContainText('The recipe is now');
});

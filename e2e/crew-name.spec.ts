import type { Page } from '@playwright/test';
import { getReady, go, tickAll } from './go';
import { expect, test } from './quiet-page';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const key = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
const field = (page: Page, name: string) => page.getByRole('textbox', { name });

/** An empty workshop with one cutter that holds a knife, and a wood of which nothing is in stock. */
async function bareLoft(page: Page): Promise<void> {
  await go(page, '/shop');
  await key(page, 'Start a workshop of my own').click();
  await page.getByRole('dialog').getByRole('textbox').first().fill('Boathouse wall');
  await key(page, 'Start it').click();
  await expect(page.getByText('No machine yet.')).toBeVisible();
  await key(page, 'Add a machine').click();
  await field(page, 'Name').fill('Cutter');
  await page.getByRole('radio', { name: 'Blade plotter' }).click();
  await key(page, 'Put it into the shop').click();
  await expect(page.getByRole('heading', { name: 'Dials' })).toBeVisible();
  await go(page, '/shop/tool/new');
  await field(page, 'Name').fill('Knife');
  await page.getByRole('radio', { name: 'Knife' }).click();
  await key(page, 'Put it into the shop').click();
  await expect(page.getByText('no known end of its life')).toBeVisible();
  await go(page, '/stock/new');
  await field(page, 'Name').fill('Lime wood 2 mm');
  await page.getByRole('radio', { name: 'Wood' }).click();
  await field(page, 'Thickness').fill('2');
  await key(page, 'Put it on the shelf').click();
  await expect(key(page, 'Add a piece')).toBeVisible();
}

test('a crew’s name is cut from strips beside each other on one carrier, looked at after four passes, and stained twice', async ({
  page,
}) => {
  const step = page.getByTestId('step-1');
  const dialog = page.getByRole('dialog');

  await test.step('the name, each letter with its eye', async () => {
    await bareLoft(page);
    await go(page, '/jobs/new');
    await field(page, 'Name of the job').fill('A crew’s name');
    await key(page, 'Start the job').click();
    await page.getByRole('button', { name: 'Set a text' }).click();
    await field(page, 'Words').fill('OSPREYS');
    await field(page, 'Height of a capital').fill('54');
    await key(page, 'Put it into the job').click();
    await expect(step).toContainText('7 parts');
  });

  await test.step('a material of which nothing is in stock gets its strips from the step', async () => {
    await step.getByRole('button', { name: 'Choose the material' }).click();
    await dialog.getByRole('radio', { name: 'Lime wood 2 mm' }).click();
    await expect(step.getByTestId('no-piece')).toContainText('Nothing of Lime wood 2 mm is in stock');
    await step.getByRole('button', { name: 'Another piece, with its size' }).click();
    await dialog.getByRole('textbox', { name: 'Name' }).fill('Strip');
    await dialog.getByRole('textbox', { name: 'Width' }).fill('70');
    await dialog.getByRole('textbox', { name: 'Length', exact: true }).fill('280');
    await dialog.getByRole('textbox', { name: 'How many' }).fill('3');
    await dialog.getByRole('button', { name: 'Put it into stock' }).click();
    await expect(step).toContainText('Strip, 70 × 280 mm');
    // With nothing in the shop that engraves there is nothing to be asked.
    await expect(step).not.toContainText('Engrave or cut?');
    await expect(step).toContainText('Through cut');
  });

  await test.step('numbers of its own, with an overcut that is kept', async () => {
    await step.getByRole('button', { name: 'Set the numbers myself' }).click();
    for (const [name, value] of Object.entries({ Force: '20', Speed: '3', Passes: '7' }))
      await dialog.getByRole('textbox', { name }).fill(value);
    await dialog.getByRole('button', { name: 'Set overcut' }).click();
    await dialog.getByRole('button', { name: 'Write it down as bare' }).click();
    await expect(dialog).toBeHidden();
    await expect(step).toContainText('overcut');
    await expect(step).toContainText('0.5');
  });

  await test.step('laid on the strips, which lie beside each other on one carrier', async () => {
    await page.getByRole('tab', { name: 'Sheet', exact: true }).click();
    await page.getByRole('button', { name: 'Nest the parts' }).click();
    await key(page, 'Nest').click();
    await expect(page.getByText(/ % used/)).toBeVisible();
    await key(page, 'Take it').click();
    await expect(page.getByRole('tab', { name: 'Sheet', exact: true })).toHaveAttribute('aria-selected', 'true');
    await page.getByRole('tab', { name: 'Steps' }).click();
    await step.getByRole('switch', { name: 'On a carrier sheet' }).click();
    await step.getByRole('button', { name: /^Where on the carrier/ }).click();
    await dialog.getByRole('button', { name: /^Put all \d beside each other/ }).click();
    await expect(dialog.getByRole('textbox', { name: 'In from the left' }).nth(1)).toHaveValue('75');
    await dialog.getByRole('button', { name: 'Close' }).click();
    await expect(step).toContainText('pieces beside each other');
  });

  await test.step('stops after the fourth pass', async () => {
    await step.getByRole('button', { name: /^How it is cut/ }).click();
    await dialog.getByRole('switch', { name: 'Stop between the passes, to look' }).click();
    await dialog.getByRole('textbox', { name: 'Look after so many passes' }).fill('4');
    await dialog.getByRole('button', { name: 'Close' }).click();
    await expect(step).toContainText('looked at after 4 passes');
  });

  await test.step('run in one start, piece after piece', async () => {
    await page.getByRole('radio', { name: '60 times faster' }).click();
    await key(page, 'Run on the stand-in').click();
    await expect(page.getByTestId('ready-lines')).toContainText('75 mm in and 0 mm up');
    await tickAll(page);
    await getReady(page);
    await expect(page.getByTestId('doing-now')).toContainText(/pass [1-4] of 4/);
    await expect(page.getByText('Look at a corner: is it through after 4 passes?')).toBeVisible({ timeout: 120_000 });
  });

  await test.step('it is through: the rest of its passes is left out, and so on piece after piece', async () => {
    const through = page.getByRole('button', { name: 'It is through: leave out the rest' });
    const goOn = page.getByRole('button', { name: /^Start$| is in$/ });
    await expect(async () => {
      if (await through.isVisible()) await through.click({ timeout: 2000 });
      else if (await goOn.isVisible()) {
        if (await goOn.isDisabled()) await tickAll(page);
        await goOn.click({ timeout: 2000 });
      }
      await expect(page.getByRole('button', { name: 'Back to the job' })).toBeVisible({ timeout: 1500 });
    }).toPass({ timeout: 240_000 });
    // Who says that it is through has said how it came out, for each piece.
    await expect(page.getByText('clean', { exact: true })).toHaveCount(2);
  });

  await test.step('what is left to do by hand: sanded, stained twice with waiting, oiled', async () => {
    await page.getByRole('button', { name: 'Back to the job' }).click();
    await page.getByRole('tab', { name: 'Steps' }).click();
    await page.getByText('After the machines').click();
    const lines = page.getByTestId('finishing');
    await expect(lines).toContainText('a first thin coat along the grain');
    await expect(lines).toContainText('A second thin coat of stain');
  });
});

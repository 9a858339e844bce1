import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { getPressReady } from './bare-shop';
import { alone, go, openJob } from './go';
import { expect, test } from './quiet-page';

const CREST = join(__dirname, '../server/demo/crew-crest.svg');
const left = async (page: Page): Promise<number> =>
  Number.parseFloat((await page.getByTestId('left').getAttribute('aria-label'))!);
/** What the timer should say, by the server's own record and clock. */
async function truth(page: Page, name: string): Promise<number> {
  const pressings = (await (await page.request.get('/api/pressings')).json()) as {
    name: string;
    state: string;
    at: number;
    since: number;
    doneBefore: number;
    phases: { seconds: number }[];
  }[];
  const one = pressings.find((pressing) => pressing.name === name && pressing.state === 'running')!;
  const from = Date.now();
  const { now } = (await (await page.request.get('/api/clock')).json()) as { now: number };
  const late = (Date.now() - from) / 2;
  return one.phases[one.at].seconds - (one.doneBefore + now + late - one.since) / 1000;
}
/** The timer on the page agrees with the server within 0.2 s; both are read at about the same time. */
async function agrees(page: Page, name: string): Promise<void> {
  await expect(async () => {
    const before = await left(page);
    const is = await truth(page, name);
    const after = await left(page);
    // What is shown is of a moment between the two looks.
    expect(is).toBeLessThan(before + 0.2);
    expect(is).toBeGreaterThan(after - 0.2);
    expect(before - after).toBeLessThan(1.5);
  }).toPass({ timeout: 60_000 });
}

test.describe('at the press, with the phone', () => {
  // What is out of all reason is asked about, and Chromium reports that answer as an error.
  test.use({ viewport: { width: 390, height: 844 }, refusals: [/status of 409/] });
  // One press, one pressing: whatever a test left under it goes.
  test.afterEach(async ({ page }) => {
    const open = (await (await page.request.get('/api/pressings')).json()) as {
      id: string;
      at: number;
      machineName: string;
    }[];
    for (const { id, at } of open.filter(({ machineName }) => machineName === 'Clam'))
      await page.request.post(`/api/pressings/${id}/turns`, { data: { turn: 'cancel', at } });
  });

  test('a shirt in two films: drawn, planned, pressed, judged, finished, cared for and priced', async ({ page }) => {
    await alone(page);
    await go(page, '/jobs/new');
    await page.getByRole('textbox', { name: 'Name of the job' }).fill('Shirts for the crew');
    await page.getByRole('button', { name: 'Start the job' }).click();
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Choose a file' }).click();
    await (await chooser).setFiles(CREST);
    await page.getByRole('tab', { name: 'Steps' }).click();
    for (const [position, name] of [
      [1, 'Transfer film, gold glitter'],
      [2, 'Transfer film, smooth white'],
    ] as const) {
      await page.getByTestId(`step-${position}`).getByRole('button', { name: 'Choose the material' }).click();
      await page.getByRole('dialog', { name: 'From the shelf' }).getByRole('radio', { name }).click();
      await expect(page.getByTestId(`step-${position}`)).toContainText(name);
    }
    // Where it goes, and how wide it is for each size.
    await page.getByRole('button', { name: 'On a garment' }).click();
    await expect(page.getByTestId('placed')).toContainText('mm below the neckline');
    await page.getByRole('radio', { name: 'L', exact: true }).click();
    await expect(page.getByTestId('placed')).toContainText('280 ×');
    await page.getByRole('button', { name: 'Size S up by 1' }).click();
    await expect(page.getByTestId('size-group')).toHaveCount(2);
    const drawing = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save where it goes on size L' }).click();
    expect((await drawing).suggestedFilename()).toContain('size L');
    await page.getByRole('button', { name: 'A job for each of the 2 widths' }).click();
    await expect(page.getByRole('link', { name: /^Shirts for the crew, \d+ mm wide$/ })).toHaveCount(2);
    const placed = page.getByTestId('placed');
    await placed.getByRole('button', { name: 'Make the drawing 280 mm wide' }).click();
    await expect(placed.getByText('The drawing is that wide now.')).toBeVisible();
    await page.getByRole('link', { name: 'Back to Job' }).click();

    // The plan: what it goes on, one pressing for both.
    const jobId = /jobs\/([0-9a-f-]+)/.exec(page.url())![1];
    await go(page, `/jobs/${jobId}/press`);
    await page
      .getByTestId('press-plan')
      .getByRole('button', { name: /Goes on/ })
      .click();
    await page.getByRole('dialog').getByRole('radio', { name: 'Polyester jersey' }).click();
    await expect(page.getByTestId('layers')).toContainText('Polyester jersey');
    await expect(page.getByTestId('press-plan')).toContainText(/pressing/);
    await page.getByRole('switch', { name: 'The press is warm already' }).click();
    await expect(page.getByTestId('phases')).not.toContainText('Let the press warm up');
    await page.getByRole('button', { name: 'Begin at Clam' }).click();
    await expect(page.getByText('One line for your safety still to tick')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Start', exact: true })).toBeDisabled();
    await getPressReady(page);
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await expect(page.getByTestId('press-timer')).toContainText('Preheat the blank');
    await expect(page.getByTestId('plate')).toContainText('°C');
    const next = page.getByRole('button', {
      name: /^(Plate is up|Plate goes down|It holds|Next|It is cold|It is peeled|It is back|It is warm)$/,
    });
    expect(await page.getByTestId('phases').locator('[role=listitem]').count()).toBeGreaterThan(3);
    // One turn after the other, each answered before the next; the last key may go while it is looked for.
    await expect(async () => {
      await next.or(page.getByTestId('pressed')).first().waitFor();
      if (await page.getByTestId('pressed').isVisible()) return;
      const answered = page.waitForResponse((response) => response.url().endsWith('/turns'), { timeout: 10_000 });
      await Promise.all([answered, next.click({ timeout: 5000 })]);
      await page.waitForLoadState('networkidle');
      throw new Error('It is not pressed yet.');
    }).toPass({ timeout: 300_000, intervals: [50] });
    const pressed = page.getByTestId('pressed');
    for (const name of ['Transfer film, gold glitter', 'Transfer film, smooth white']) {
      await pressed
        .getByTestId(`layer-${name}`)
        .getByRole('button', { name: /^holds everywhere/ })
        .click();
      // Pressed for a moment only, it is asked whether that counts.
      await page
        .getByRole('button', { name: 'It counts' })
        .or(pressed.getByRole('button', { name: `Undo: ${name}` }))
        .first()
        .waitFor();
      if (await page.getByRole('button', { name: 'It counts' }).isVisible())
        await page.getByRole('button', { name: 'It counts' }).click();
      await expect(pressed.getByTestId(`layer-${name}`)).toContainText('holds everywhere');
      await expect(pressed.getByRole('button', { name: `Undo: ${name}` })).toBeVisible();
    }

    // After the machines: weeded, and looked after.
    await go(page, `/jobs/${jobId}/finish`);
    const weed = page.getByRole('checkbox', { name: /^Weed Transfer film, gold glitter/ });
    await weed.click();
    await expect(weed).toBeChecked();
    await page.reload();
    await expect(page.getByRole('checkbox', { name: /^Weed Transfer film, gold glitter/ })).toBeChecked();
    await expect(page.getByTestId('care')).toContainText('Turn it inside out');
    const card = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save the care card (A7)' }).click();
    expect(
      readFileSync((await (await card).path())!)
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');

    // How it will look, kept with the job for its quotes.
    await go(page, `/jobs/${jobId}/mockup`);
    await page.getByRole('button', { name: /shirt/i }).first().click();
    await page.getByRole('button', { name: 'Keep with the job' }).click();
    await expect(page.getByRole('button', { name: 'It is with the job' })).toBeVisible();

    // What it costs, for ten; and a quote that is accepted into the job.
    await go(page, `/jobs/${jobId}/cost`);
    await expect(page.getByTestId('price')).toContainText('EUR');
    const one = await page.getByTestId('price').innerText();
    await page.getByRole('textbox', { name: 'How many' }).fill('10');
    await expect(page.getByTestId('price')).not.toHaveText(one);
    await page.getByRole('button', { name: /^Hands: / }).click();
    await expect(page.getByTestId('cost')).toContainText('weeding');
    await page.getByRole('button', { name: 'Offer 10 at this price' }).click();
    await page.getByRole('textbox', { name: 'For whom' }).fill('Osprey Bend Rowing Club');
    await expect(page.getByRole('img', { name: 'How it will look, as the quote shows it' })).toBeVisible();
    await page.getByRole('button', { name: 'Write the quote' }).click();
    await expect(page.getByTestId('quotes')).toContainText('10 pieces for Osprey Bend Rowing Club');
    await page.getByRole('button', { name: /^Quote \d+ is accepted/ }).click();
    await expect(page.getByTestId('quotes')).toContainText('accepted');
  });

  test('a timer says the right second after a reload, a sleep, and a clock of the phone that was set', async ({
    page,
  }) => {
    await openJob(page, 'Prizes printed on both sides');
    const jobId = /jobs\/([0-9a-f-]+)/.exec(page.url())![1];
    const name = 'Prizes printed on both sides';
    await go(page, `/jobs/${jobId}/press`);
    await page.getByRole('button', { name: 'Begin at Clam' }).click();
    await getPressReady(page);
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await expect(page.getByTestId('press-timer')).toContainText('Let the press warm up');
    // Its plate tells how cold it is still.
    await expect(page.getByTestId('plate')).toContainText(/^\d+ °C/);
    await expect(page.getByTestId('plate')).toContainText('°C short. Ready in about');
    await agrees(page, name);
    await page.reload();
    await agrees(page, name);

    // Frozen, as a phone does with a page in the pocket; and woken.
    const session = await page.context().newCDPSession(page);
    await session.send('Page.setWebLifecycleState', { state: 'frozen' });
    // Something else takes its while, as a request to the server does.
    for (let i = 0; i < 20; i++) await page.request.get('/api/jobs?limit=100');
    await session.send('Page.setWebLifecycleState', { state: 'active' });
    await agrees(page, name);

    // Somebody sets the clock of the phone an hour ahead: what is left does not change.
    await page.evaluate(() => {
      const true_ = Date.now;
      Date.now = () => true_() + 3_600_000;
    });
    await agrees(page, name);
    await page.evaluate(() => window.dispatchEvent(new Event('focus')));
    await agrees(page, name);

    // The Bench shows it with the other press that is at work.
    await go(page, '/');
    await expect(page.getByTestId('bench-press').filter({ hasText: name })).toContainText('let the press warm up');
    await expect(page.getByTestId('bench-press').filter({ hasText: 'Hand iron' })).toContainText(
      'A badge for the coach',
    );
  });

  test('a film that bears less than the other needs: which two, and by how much', async ({ page }) => {
    await openJob(page, 'Shirts in two films');
    const jobId = /jobs\/([0-9a-f-]+)/.exec(page.url())![1];
    const materials = (await (await page.request.get('/api/materials')).json()) as Record<string, unknown>[];
    const poplin = materials.find(({ name }) => name === 'Cotton poplin')!;
    const { id: _i, version: _v, isArchived: _a, pieces: _p, kerfs: _k, photoId: _f, spreadMm: _s, ...fields } = poplin;
    const answer = await page.request.post('/api/materials', {
      data: { ...fields, id: crypto.randomUUID(), name: 'Thin poplin', heatLimitC: 120 },
    });
    expect(answer.ok()).toBe(true);
    await go(page, `/jobs/${jobId}/press`);
    await page
      .getByTestId('press-plan')
      .getByRole('button', { name: /Goes on/ })
      .click();
    await page.getByRole('dialog').getByRole('radio', { name: 'Thin poplin' }).click();
    await expect(page.getByTestId('press-plan')).toContainText('There is no window for all of it');
    await expect(page.getByTestId('press-plan')).toContainText(
      /needs at least 14\d °C; Thin poplin bears 120 °C\. They are 2\d °C apart/,
    );
  });
});

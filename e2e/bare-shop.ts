import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { getReady, go, tickAll } from './go';
import { expect } from './quiet-page';

export const key = (page: Page, name: string | RegExp) => page.getByRole('button', { name, exact: true });
export const field = (page: Page, name: string) => page.getByRole('textbox', { name });
export const stepCard = (page: Page, position: number) => page.getByTestId(`step-${position}`);

/** An empty workshop of one's own. */
export async function startBare(page: Page, name: string): Promise<void> {
  await go(page, '/shop');
  await key(page, 'Start a workshop of my own').click();
  await page.getByRole('dialog').getByRole('textbox').first().fill(name);
  await key(page, 'Start it').click();
  await expect(page.getByText('No machine yet.')).toBeVisible();
}

export async function addMachine(page: Page, name: string, kind: string): Promise<void> {
  await go(page, '/shop/machine/new');
  await field(page, 'Name').fill(name);
  await page.getByRole('radio', { name: kind }).click();
  await key(page, 'Put it into the shop').click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
}

export async function addTool(page: Page, name: string, kind: string): Promise<void> {
  await go(page, '/shop/tool/new');
  await field(page, 'Name').fill(name);
  await page.getByRole('radio', { name: kind, exact: true }).click();
  await key(page, 'Put it into the shop').click();
  await expect(page.getByText('no known end of its life')).toBeVisible();
}

interface Piece {
  name: string;
  widthMm: number;
  lengthMm: number;
  count?: number;
}

/** A material with one sort of piece of it. */
export async function addMaterial(
  page: Page,
  { name, family, thicknessMm, piece }: { name: string; family: string; thicknessMm: number; piece: Piece },
): Promise<void> {
  await go(page, '/stock/new');
  await field(page, 'Name').fill(name);
  await page.getByRole('radiogroup', { name: 'Family' }).getByRole('radio', { name: family, exact: true }).click();
  await field(page, 'Thickness').fill(String(thicknessMm));
  await key(page, 'Put it on the shelf').click();
  await key(page, 'Add a piece').click();
  await field(page, 'Name').fill(piece.name);
  await field(page, 'Width').fill(String(piece.widthMm));
  await field(page, 'Length').fill(String(piece.lengthMm));
  if (piece.count) await field(page, 'How many').fill(String(piece.count));
  await key(page, 'Put it into stock').click();
  await expect(page.getByText(`${piece.widthMm} mm × ${piece.lengthMm} mm`)).toBeVisible();
}

export async function newJob(page: Page, name: string): Promise<void> {
  await go(page, '/jobs/new');
  await field(page, 'Name of the job').fill(name);
  await key(page, 'Start the job').click();
  await expect(page.getByRole('heading', { name })).toBeVisible();
}

export async function chooseMaterial(page: Page, position: number, name: string): Promise<void> {
  await stepCard(page, position).getByRole('button', { name: 'Choose the material' }).click();
  await page.getByRole('dialog').getByRole('radio', { name }).click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(stepCard(page, position)).toContainText(name);
}

/** Opens the card of a step, where it is not. */
export async function openStep(page: Page, position: number): Promise<Locator> {
  const card = stepCard(page, position);
  const head = card.locator('[aria-expanded]').first();
  if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
  return card;
}

/** Chooses something else for a step that has it. @param what the line that says what is chosen */
export async function changeStep(page: Page, position: number, what: string, name: string): Promise<void> {
  const card = await openStep(page, position);
  await card.getByRole('button', { name: new RegExp(`^${what}`) }).click();
  await page
    .getByRole('dialog')
    .getByRole('radio', { name: new RegExp(`^${name}`) })
    .click();
  await expect(page.getByRole('dialog')).toHaveCount(0);
}

/** Another material for a step that has one. */
export async function changeMaterial(page: Page, position: number, name: string): Promise<void> {
  await changeStep(page, position, 'Material', name);
  await expect(stepCard(page, position)).toContainText(name);
}

/** Numbers that nobody has tried. */
export async function setNumbers(
  page: Page,
  position: number,
  numbers: Record<string, string>,
  { overcut = false } = {},
): Promise<void> {
  const dialog = page.getByRole('dialog');
  await stepCard(page, position).getByRole('button', { name: 'Set the numbers myself' }).click();
  for (const [name, value] of Object.entries(numbers)) await dialog.getByRole('textbox', { name }).fill(value);
  if (overcut) await dialog.getByRole('button', { name: 'Set overcut' }).click();
  await dialog.getByRole('button', { name: 'Write it down as bare' }).click();
  await expect(dialog).toBeHidden();
}

/** A shape of the shelf, with measures as they are usual or as they are given. */
export async function putShape(page: Page, shape: string, measures: Record<string, string> = {}): Promise<void> {
  await key(page, 'A measured shape').click();
  await page.getByRole('button', { name: shape, exact: true }).click();
  for (const [label, value] of Object.entries(measures)) {
    await page.getByRole('radio', { name: new RegExp(`^${label},`) }).click();
    await page.getByRole('textbox', { name: label, exact: true }).fill(value);
  }
  await key(page, 'Put it into the job').click();
  await expect(page.getByRole('tab', { name: 'Drawing' })).toBeVisible();
}

/** Ticks off what has to be ready at the press, as the plate does not come down before. */
export async function getPressReady(page: Page): Promise<void> {
  const lines = page.getByTestId('press-ready').getByRole('checkbox');
  await expect(lines.first()).toBeVisible();
  for (const line of await lines.all()) {
    await line.click();
    await expect(line).toBeChecked();
  }
}

/** Presses by the plan on a press that is warm, turn by turn: the plate stays down until its time is over. @param turns what the keys say, the plate's first */
export async function pressWarm(page: Page, press: string, turns: readonly string[]): Promise<void> {
  await page.getByRole('switch', { name: 'The press is warm already' }).click();
  await key(page, `Begin at ${press}`).click();
  await getPressReady(page);
  await key(page, 'Start').click();
  const left = page.getByTestId('left');
  for (const turn of turns) {
    await key(page, turn).click();
    if (turn !== turns[0]) continue;
    // Twelve seconds, of which nearly all go by: the few that are left of laying it on are not those.
    await expect(left).toHaveAttribute('aria-label', /^(1[0-2]|[4-9])\b/);
    await expect(left).toHaveAttribute('aria-label', /^[0-3]\b/);
  }
}

/** Makes something of what is chosen on the drawing, with its measures as they stand or as they are given. */
export async function make(
  page: Page,
  what: string,
  measures: Record<string, string> = {},
  { eachByItself = false } = {},
): Promise<void> {
  const dialog = page.getByRole('dialog');
  await page.getByText(/^What could become of/).click();
  await dialog.getByText(what, { exact: true }).click();
  if (eachByItself) await dialog.getByRole('radio', { name: 'Each by itself' }).click();
  for (const [name, value] of Object.entries(measures)) {
    await dialog
      .getByRole('radiogroup', { name: 'Measures' })
      .getByRole('radio', { name: new RegExp(`^${name}`) })
      .click();
    const choice = dialog.getByRole('radio', { name: value, exact: true });
    if (await choice.isVisible()) await choice.click();
    else await dialog.getByRole('textbox', { name }).fill(value);
  }
  await dialog.getByRole('button', { name: 'Make it so' }).click();
  await expect(dialog).toBeHidden();
}

/** Starts the run on the stand-in, as fast as that goes. */
export async function startRun(page: Page): Promise<void> {
  await page.getByRole('radio', { name: '60 times faster' }).click();
  await key(page, 'Run on the stand-in').click();
  await getReady(page);
}

/** Runs the job as fast as the stand-ins go, through its holds, until its last step is done. */
export async function runThrough(page: Page, steps: number): Promise<void> {
  await page.getByRole('radio', { name: '60 times faster' }).click();
  await expect(page.getByRole('button', { name: 'Run on the stand-in' })).toBeEnabled();
  await page.getByRole('button', { name: 'Run on the stand-in' }).click();
  await goThrough(page, steps);
}

/** Goes on through the holds of a job that runs, until its last step is done. */
export async function goThrough(page: Page, steps: number): Promise<void> {
  const goOn = page.getByRole('button', { name: /^Start$|is in$|is turned over$/ });
  await expect(async () => {
    if (await goOn.isVisible()) {
      if (await goOn.isDisabled()) await tickAll(page);
      await goOn.click();
    }
    await expect(page.getByTestId(`finished-${steps}`)).toBeVisible({ timeout: 1500 });
  }).toPass({ timeout: 120_000 });
}

/** Says how the last that was done came out, once it is done. */
export async function score(page: Page, position: number, outcome: string): Promise<void> {
  const finished = page.getByTestId(`finished-${position}`);
  await expect(finished).toContainText('How did it come out?');
  await finished.getByRole('button', { name: new RegExp(`^${outcome}`) }).click();
  await expect(finished).toContainText('The recipe is now');
}

/** The text of a file that is saved at a press. */
export async function savedText(page: Page, press: () => Promise<void>): Promise<string> {
  const download = page.waitForEvent('download');
  await press();
  return readFileSync((await (await download).path())!, 'utf8');
}

export type Stroke = [{ x: number; y: number }, { x: number; y: number }];

/** What a pen draws by an HP-GL file, in mm: 40 plotter’s units each, which the file scales to its own. */
export function hpglStrokes(text: string): Stroke[] {
  const numbersOf = (command: string) => new RegExp(`${command}([-\\d,]+);`).exec(text)?.[1].split(',').map(Number);
  const [left, , right] = numbersOf('IP') ?? [0, 0, 40];
  const [from, to] = numbersOf('SC') ?? [0, 40];
  const unitsInMm = ((to - from) / (right - left)) * 40;
  const strokes: Stroke[] = [];
  let at = { x: 0, y: 0 };
  for (const [, command, numbers] of text.matchAll(/(PU|PD|PA)([-\d.,\s]*)/g)) {
    const values = numbers
      .split(/[,\s]+/)
      .filter(Boolean)
      .map(Number);
    for (let i = 0; i + 1 < values.length; i += 2) {
      const next = { x: values[i] / unitsInMm, y: values[i + 1] / unitsInMm };
      if (command === 'PD') strokes.push([at, next]);
      at = next;
    }
  }
  return strokes;
}

/** What strokes cover along an axis: stretches that lie clear of each other, from the first to the last, mm. */
export function stretchesAlong(axis: 'x' | 'y', strokes: readonly Stroke[]): [number, number][] {
  const spans = strokes
    .map(([a, b]): [number, number] => [Math.min(a[axis], b[axis]), Math.max(a[axis], b[axis])])
    .sort((a, b) => a[0] - b[0]);
  const stretches: [number, number][] = [];
  for (const [from, to] of spans) {
    const last = stretches[stretches.length - 1];
    if (last && from <= last[1] + 1e-6) last[1] = Math.max(last[1], to);
    else stretches.push([from, to]);
  }
  return stretches;
}

/** What the machine file of a step draws. */
export async function fileOf(page: Page, position: number): Promise<Stroke[]> {
  const card = await openStep(page, position);
  return hpglStrokes(await savedText(page, () => card.getByRole('button', { name: /^Machine file/ }).click()));
}

/** From where to where strokes reach along an axis, mm. */
export function reachAlong(axis: 'x' | 'y', strokes: readonly Stroke[]): [number, number] {
  const along = strokes.flat().map((point) => point[axis]);
  return [Math.min(...along), Math.max(...along)];
}

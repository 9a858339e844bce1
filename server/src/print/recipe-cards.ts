import type { MachineView, RecipeSummary } from '@keen-anvil/contract';
import { processOf, quantitiesFor, sayQuantity, sayTemper } from '@keen-anvil/core/recipes';
import { formatNumber } from '@keen-anvil/core/units';
import { makePdf, Sheet, SLATE } from './page';

const A6 = { widthMm: 105, heightMm: 148 };
const EDGE = 8;
const INNER = A6.widthMm - 2 * EDGE;

/** A recipe that is printed, with the machine whose words it uses. */
export interface PrintedRecipe {
  recipe: RecipeSummary & { reason: string; note: string };
  machine: MachineView;
  /** The address that its code opens. */
  address: string;
}

/** Recipes as cards to hang at the machine, A6 at true size, one a page. */
export function recipeCards(cards: PrintedRecipe[]): Promise<Buffer> {
  return makePdf('Recipe cards', A6, (pdf) => {
    for (const card of cards) drawCard(new Sheet(pdf.addPage()), card);
  });
}

function drawCard(sheet: Sheet, { recipe, machine, address }: PrintedRecipe): void {
  sheet.box({ x: EDGE, y: EDGE }, 12, 12, recipe.material.colour);
  sheet.text(recipe.material.name, { x: EDGE + 16, y: EDGE + 6 }, { font: 'heading', sizeMm: 7, widthMm: INNER - 16 });
  sheet.text(
    `${formatNumber(recipe.material.thicknessMm, 3)} mm ${recipe.material.family}`,
    { x: EDGE + 16, y: EDGE + 11.5 },
    { colour: SLATE, widthMm: INNER - 16 },
  );
  sheet.text(
    `${processOf(recipe.process).label} · ${machine.name} · ${recipe.tool.name}`,
    { x: EDGE, y: EDGE + 20 },
    { font: 'strong', sizeMm: 4, widthMm: INNER },
  );
  sheet.line({ x: EDGE, y: EDGE + 23 }, { x: A6.widthMm - EDGE, y: EDGE + 23 }, 0.5);
  const numbers = quantitiesFor(machine, recipe.process).flatMap(({ name, scale }) =>
    scale && recipe.settings[name] !== undefined
      ? [{ label: scale.label, unit: scale.unit, said: sayQuantity(name, recipe.settings[name]) }]
      : [],
  );
  const row = Math.min(13, 66 / Math.max(1, numbers.length));
  numbers.forEach(({ label, unit, said }, i) => {
    const y = EDGE + 23 + (i + 1) * row;
    sheet.text(label, { x: EDGE, y: y - row * 0.25 }, { sizeMm: Math.min(4.4, row * 0.4), widthMm: 40 });
    const wide = sheet.text(
      said,
      { x: EDGE + 42, y: y - row * 0.2 },
      { font: 'number', sizeMm: row * 0.75, widthMm: 32 },
    );
    sheet.text(
      unit,
      { x: EDGE + 42 + wide + 2, y: y - row * 0.2 },
      { colour: SLATE, sizeMm: Math.min(4, row * 0.4), widthMm: INNER - 44 - wide },
    );
    sheet.line({ x: EDGE, y }, { x: A6.widthMm - EDGE, y });
  });
  const foot = EDGE + 23 + numbers.length * row;
  sheet.text(`Temper: ${recipe.temper.temper}`, { x: EDGE, y: foot + 7 }, { font: 'strong', sizeMm: 4 });
  const next = sheet.paragraph(
    [sayTemper(recipe.temper.tally).join('; '), recipe.reason].filter(Boolean).join('. '),
    { x: EDGE, y: foot + 12 },
    { widthMm: INNER - 34, lines: 4 },
  );
  if (recipe.note) sheet.paragraph(recipe.note, { x: EDGE, y: next + 1 }, { widthMm: INNER - 34, lines: 3 });
  sheet.qr(address, { x: A6.widthMm - EDGE - 30, y: A6.heightMm - EDGE - 30 }, 30);
  sheet.text('Keen Anvil', { x: EDGE, y: A6.heightMm - EDGE }, { font: 'heading', sizeMm: 3.4, colour: SLATE });
}

import type { MaterialView, RecipeSummary } from '@keen-anvil/contract';
import { processOf, QUANTITIES, quantityOf, sayQuantity, type Settings } from '@keen-anvil/core/recipes';
import { formatNumber } from '@keen-anvil/core/units';
import { makePdf, Sheet, SLATE } from './page';

const A4 = { widthMm: 210, heightMm: 297 };
const LABEL = { widthMm: 90, heightMm: 50 };
const ACROSS = 2;
const DOWN = 5;
const LEFT = (A4.widthMm - ACROSS * LABEL.widthMm) / 2;
const TOP = (A4.heightMm - DOWN * LABEL.heightMm) / 2;

/** A label for a roll or a drawer. */
export interface PrintedLabel {
  material: MaterialView;
  recipes: RecipeSummary[];
  address: string;
}

/** Labels for rolls and drawers, 90 × 50 mm at true size, ten to a sheet of A4, with the fine lines to cut along. */
export function drawerLabels(labels: PrintedLabel[]): Promise<Buffer> {
  return makePdf('Drawer labels', A4, (pdf) => {
    for (const [i, label] of labels.entries()) {
      const place = i % (ACROSS * DOWN);
      if (place === 0) pdf.addPage();
      drawLabel(
        new Sheet(pdf, {
          x: LEFT + (place % ACROSS) * LABEL.widthMm,
          y: TOP + Math.floor(place / ACROSS) * LABEL.heightMm,
        }),
        label,
      );
    }
  });
}

function drawLabel(sheet: Sheet, { material, recipes, address }: PrintedLabel): void {
  const { widthMm, heightMm } = LABEL;
  const corners = [
    { x: 0, y: 0 },
    { x: widthMm, y: 0 },
    { x: widthMm, y: heightMm },
    { x: 0, y: heightMm },
  ];
  corners.forEach((corner, k) => sheet.line(corner, corners[(k + 1) % 4], 0.1));
  sheet.box({ x: 4, y: 4 }, 8, 8, material.colour);
  sheet.text(material.name, { x: 15, y: 8.5 }, { font: 'heading', sizeMm: 5.4, widthMm: widthMm - 19 });
  sheet.text(
    [`${formatNumber(material.thicknessMm, 3)} mm`, material.finish, material.facing].filter(Boolean).join(' · '),
    { x: 15, y: 13 },
    { sizeMm: 3, widthMm: widthMm - 19, colour: SLATE },
  );
  sheet.qr(address, { x: widthMm - 32, y: heightMm - 34 }, 30);
  recipes.slice(0, 3).forEach((recipe, row) => {
    const y = 20 + row * 10.5;
    sheet.text(
      `${processOf(recipe.process).label}, ${recipe.machine.name}`,
      { x: 4, y },
      { font: 'strong', sizeMm: 3.2, widthMm: widthMm - 40 },
    );
    sheet.paragraph(sayShort(recipe.settings), { x: 4, y: y + 3.4 }, { sizeMm: 2.6, widthMm: widthMm - 38, lines: 2 });
  });
  if (recipes.length > 3)
    sheet.text(`and ${recipes.length - 3} more`, { x: 4, y: heightMm - 1.5 }, { sizeMm: 2.8, colour: SLATE });
}

const sayShort = (settings: Settings): string =>
  QUANTITIES.filter((name) => settings[name] !== undefined && !(name === 'overcut' && settings[name] === 0))
    .map((name) => `${quantityOf(name).label} ${sayQuantity(name, settings[name]!)}`)
    .join(' ');

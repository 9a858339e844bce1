import { drawnGarment, placeLabel, type GarmentSize, type OnGarment } from '@keen-anvil/core/garments';
import type { Bounds } from '@keen-anvil/core/geometry';
import { formatNumber } from '@keen-anvil/core/units';
import { drawParts, type DrawnPart } from './drawn-parts';
import { INK, makePdf, MM, Sheet, SLATE } from './page';

const A4 = { widthMm: 210, heightMm: 297 };
const EDGE = 20;
const PICTURE = { widthMm: 170, heightMm: 130 };
const MOST_ROWS = 18;

/** A size with where the design goes on it as it is cut for the set, and how many there are of it. */
export interface PlacedSize {
  name: string;
  on: OnGarment;
  count: number;
}

/** The size that is drawn. */
interface DrawnSize {
  size: GarmentSize;
  on: OnGarment;
}

/** Where a design goes on a garment, with its measures, on A4: one size drawn, and the measures of all that are made. */
export function placementSheet(
  jobName: string,
  drawn: DrawnSize,
  all: readonly PlacedSize[],
  parts: readonly DrawnPart[],
  box: Bounds,
): Promise<Buffer> {
  const { size, on } = drawn;
  return makePdf(`${jobName}: size ${size.name}`, A4, (pdf) => {
    pdf.addPage();
    const sheet = new Sheet(pdf);
    sheet.text(jobName, { x: EDGE, y: 28 }, { font: 'heading', sizeMm: 8, widthMm: 170 });
    sheet.text(`${placeLabel(on.place)}, size ${size.name}`, { x: EDGE, y: 38 }, { sizeMm: 5, colour: SLATE });
    drawGarment(pdf, drawn, parts, box, { x: EDGE, y: 46 });
    const y = 46 + PICTURE.heightMm + 12;
    sheet.text(`${mm(on.distanceMm)} ${on.from}`, { x: EDGE, y }, { font: 'heading', sizeMm: 6, widthMm: 90 });
    sheet.text(
      `${mm(on.widthMm)} wide, ${mm(on.heightMm)} high; to the edge ${mm(on.toEdgeMm.left)} on the left, ${mm(on.toEdgeMm.right)} on the right`,
      { x: EDGE, y: y + 8 },
      { sizeMm: 4.2, widthMm: 170 },
    );
    drawTable(sheet, all, y + 20);
  });
}

const mm = (value: number): string => `${formatNumber(value, 0)} mm`;

function drawGarment(
  pdf: PDFKit.PDFDocument,
  { size, on }: DrawnSize,
  parts: readonly DrawnPart[],
  box: Bounds,
  at: { x: number; y: number },
): void {
  const garment = drawnGarment(size, on);
  const { design, measured } = garment;
  const scale = Math.min(PICTURE.widthMm / garment.widthMm, PICTURE.heightMm / garment.heightMm);
  const [x, y] = [at.x + PICTURE.widthMm / 2, at.y];
  const onPage = (px: number, py: number): [number, number] => [(x + px * scale) * MM, (y + py * scale) * MM];
  pdf
    .save()
    .translate(x * MM, y * MM)
    .scale(scale * MM)
    .path(garment.d)
    .lineWidth(0.35 / scale)
    .fillAndStroke('#f6f2e9', SLATE)
    .restore();
  drawParts(pdf, parts, box, {
    x: x + design.x * scale,
    y: y + design.y * scale,
    scale: (scale * on.widthMm) / Math.max(1e-6, box.maxX - box.minX),
  });
  pdf
    .moveTo(...onPage(0, 0))
    .lineTo(...onPage(0, garment.heightMm))
    .lineWidth(0.15 * MM)
    .dash(1.5 * MM, { space: 1.5 * MM })
    .stroke(SLATE)
    .undash();
  pdf
    .moveTo(...onPage(measured.x, measured.y1))
    .lineTo(...onPage(measured.x, measured.y2))
    .lineWidth(0.5 * MM)
    .stroke(INK);
  const sheet = new Sheet(pdf);
  sheet.text(
    mm(on.distanceMm),
    { x: x + measured.x * scale + 2, y: y + ((measured.y1 + measured.y2) / 2) * scale + 1.5 },
    { font: 'strong', sizeMm: 4 },
  );
  sheet.text(
    `${mm(on.widthMm)} wide`,
    { x: x + design.x * scale, y: y + (design.y + on.heightMm) * scale + 5 },
    { font: 'strong', sizeMm: 4 },
  );
}

/** Left edges of the columns, mm. */
const COLUMNS = [EDGE, EDGE + 40, EDGE + 62, EDGE + 112];

function drawTable(sheet: Sheet, all: readonly PlacedSize[], top: number): void {
  if (all.length === 0) return;
  ['Size', 'How many', 'Cut as', 'Where'].forEach((word, i) =>
    sheet.text(word, { x: COLUMNS[i], y: top }, { colour: SLATE, sizeMm: 3.8 }),
  );
  sheet.line({ x: EDGE, y: top + 2 }, { x: A4.widthMm - EDGE, y: top + 2 }, 0.4);
  all.slice(0, MOST_ROWS).forEach(({ name, on, count }, i) => {
    const y = top + 8 + i * 5.2;
    [
      name,
      String(count),
      `${formatNumber(on.widthMm, 0)} × ${mm(on.heightMm)}`,
      `${mm(on.distanceMm)} ${on.from}`,
    ].forEach((word, k) => sheet.text(word, { x: COLUMNS[k], y }, { sizeMm: 4, widthMm: k === 0 ? 38 : 58 }));
  });
}

import type { QuoteView } from '@keen-anvil/contract';
import { knownBounds, joinBounds } from '@keen-anvil/core/geometry';
import { sayMoney } from '@keen-anvil/core/units';
import { drawParts, type DrawnPart } from './drawn-parts';
import { makePdf, MM, Sheet, SLATE } from './page';

const A4 = { widthMm: 210, heightMm: 297 };
const EDGE = 20;
const PICTURE = { widthMm: 170, heightMm: 95 };

/**
 * A quote on A4: what, how many, what it looks like, the price and until when.
 * @param photo how it looks on its blank (JPEG); null to show it as it is drawn
 */
export function quotePaper(
  quote: QuoteView,
  jobName: string,
  workshopName: string,
  picture: readonly DrawnPart[],
  photo: Uint8Array | null,
  care: readonly string[],
): Promise<Buffer> {
  return makePdf(`Quote ${quote.number}: ${jobName}`, A4, (pdf) => {
    pdf.addPage();
    const sheet = new Sheet(pdf);
    const right = A4.widthMm - EDGE;
    sheet.text(workshopName, { x: EDGE, y: 26 }, { font: 'heading', sizeMm: 8 });
    sheet.text(`Quote ${quote.number}`, { x: EDGE, y: 40 }, { font: 'heading', sizeMm: 6 });
    sheet.text(
      `of ${quote.createdAt.slice(0, 10)}, good until ${quote.validUntil}`,
      { x: EDGE, y: 47 },
      { colour: SLATE, sizeMm: 4 },
    );
    if (quote.customer) sheet.text(`For ${quote.customer}`, { x: EDGE, y: 56 }, { sizeMm: 4.5, widthMm: 170 });
    if (photo) drawPhoto(pdf, photo, { x: EDGE, y: 64 });
    else drawPicture(pdf, picture, { x: EDGE, y: 64 });
    const y = 64 + PICTURE.heightMm + 16;
    sheet.line({ x: EDGE, y: y - 8 }, { x: right, y: y - 8 }, 0.4);
    const each = Math.round(quote.totalCents / quote.pieces);
    const rows: [string, string][] = [
      ['What', jobName],
      ['How many', String(quote.pieces)],
      // Quotes of before a piece cost whole cents may not go up in them.
      [each * quote.pieces === quote.totalCents ? 'Each' : 'Each, about', sayMoney(each, quote.currency)],
    ];
    rows.forEach(([label, value], i) => {
      sheet.text(label, { x: EDGE, y: y + i * 9 }, { colour: SLATE, sizeMm: 4.2 });
      sheet.text(value, { x: EDGE + 45, y: y + i * 9 }, { sizeMm: 4.6, widthMm: 120 });
    });
    const foot = y + rows.length * 9 + 6;
    sheet.line({ x: EDGE, y: foot - 8 }, { x: right, y: foot - 8 }, 0.4);
    sheet.text('Price', { x: EDGE, y: foot + 2 }, { font: 'strong', sizeMm: 5 });
    sheet.text(
      sayMoney(quote.totalCents, quote.currency),
      { x: EDGE + 45, y: foot + 2 },
      { font: 'strong', sizeMm: 8 },
    );
    const after = sheet.paragraph(quote.taxText, { x: EDGE, y: foot + 12 }, { sizeMm: 3.8, widthMm: 170, lines: 3 });
    if (care.length > 0)
      sheet.paragraph(
        `How it is looked after: ${care.join(' ')}`,
        { x: EDGE, y: after + 6 },
        { sizeMm: 3.6, widthMm: 170, lines: 4 },
      );
  });
}

/** As large as the room is, never distorted. */
function drawPhoto(pdf: PDFKit.PDFDocument, photo: Uint8Array, { x, y }: { x: number; y: number }): void {
  pdf.image(Buffer.from(photo), x * MM, y * MM, {
    fit: [PICTURE.widthMm * MM, PICTURE.heightMm * MM],
    align: 'center',
    valign: 'center',
  });
}

function drawPicture(pdf: PDFKit.PDFDocument, picture: readonly DrawnPart[], { x, y }: { x: number; y: number }): void {
  const boxes = picture.flatMap(({ contours }) => knownBounds(contours) ?? []);
  pdf
    .rect(x * MM, y * MM, PICTURE.widthMm * MM, PICTURE.heightMm * MM)
    .lineWidth(0.2 * MM)
    .fillAndStroke('#f6f2e9', '#dad3c4');
  if (boxes.length === 0) return;
  const box = boxes.reduce(joinBounds);
  const scale = Math.min(
    (PICTURE.widthMm - 10) / Math.max(1e-6, box.maxX - box.minX),
    (PICTURE.heightMm - 10) / Math.max(1e-6, box.maxY - box.minY),
  );
  drawParts(pdf, picture, box, {
    x: x + (PICTURE.widthMm - (box.maxX - box.minX) * scale) / 2,
    y: y + (PICTURE.heightMm - (box.maxY - box.minY) * scale) / 2,
    scale,
  });
}

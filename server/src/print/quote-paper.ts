import type { QuoteView } from '@keen-anvil/contract';
import { knownBounds, joinBounds, type CurveContour } from '@keen-anvil/core/geometry';
import { sayMoney } from '@keen-anvil/core/units';
import { makePdf, MM, Sheet, SLATE } from './page';

const A4 = { widthMm: 210, heightMm: 297 };
const EDGE = 20;
const PICTURE = { widthMm: 170, heightMm: 95 };

/** What the job looks like: its parts in the colours of their materials, in the order in which they lie. */
export interface QuotePicture {
  colour: string;
  contours: CurveContour[];
}

/** A quote on A4: what, how many, what it looks like, the price and until when. */
export function quotePaper(
  quote: QuoteView,
  jobName: string,
  workshopName: string,
  picture: readonly QuotePicture[],
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
    drawPicture(pdf, picture, { x: EDGE, y: 64 });
    const y = 64 + PICTURE.heightMm + 16;
    sheet.line({ x: EDGE, y: y - 8 }, { x: right, y: y - 8 }, 0.4);
    const each = Math.round(quote.totalCents / quote.pieces);
    const rows: [string, string][] = [
      ['What', jobName],
      ['How many', String(quote.pieces)],
      ['Each, about', sayMoney(each, quote.currency)],
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
function drawPicture(
  pdf: PDFKit.PDFDocument,
  picture: readonly QuotePicture[],
  { x, y }: { x: number; y: number },
): void {
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
  const left = x + (PICTURE.widthMm - (box.maxX - box.minX) * scale) / 2;
  const top = y + (PICTURE.heightMm - (box.maxY - box.minY) * scale) / 2;
  pdf
    .save()
    .translate(left * MM, top * MM)
    .scale(scale * MM)
    .translate(-box.minX, -box.minY);
  for (const { colour, contours } of picture) {
    for (const { start, segments, closed } of contours) {
      pdf.moveTo(start[0], start[1]);
      for (const segment of segments)
        if (segment[0] === 'C')
          pdf.bezierCurveTo(segment[1], segment[2], segment[3], segment[4], segment[5], segment[6]);
        else if (segment[0] === 'Q') pdf.quadraticCurveTo(segment[1], segment[2], segment[3], segment[4]);
        else pdf.lineTo(segment[1], segment[2]);
      if (closed) pdf.closePath();
    }
    pdf.lineWidth(0.3 / scale).fillAndStroke(colour, '#56606b', 'even-odd');
  }
  pdf.restore();
}

import { SIGN_PATHS, SIGN_WORDS, type Care } from '@keen-anvil/core/care';
import { INK, makePdf, MM, Sheet, SLATE } from './page';

/** A7, upright. */
const A7 = { widthMm: 74, heightMm: 105 };
const EDGE = 6;
const SIGN_MM = 10;

/** How a finished thing is looked after, as a card to lie with it: A7 at true size. */
export function careCard(name: string, workshopName: string, care: Care): Promise<Buffer> {
  return makePdf(`Care: ${name}`, A7, (pdf) => {
    pdf.addPage();
    const sheet = new Sheet(pdf);
    const inner = A7.widthMm - 2 * EDGE;
    sheet.text(name, { x: EDGE, y: EDGE + 6 }, { font: 'heading', sizeMm: 6, widthMm: inner });
    sheet.text('How to look after it', { x: EDGE, y: EDGE + 11 }, { colour: SLATE, widthMm: inner });
    sheet.line({ x: EDGE, y: EDGE + 13 }, { x: A7.widthMm - EDGE, y: EDGE + 13 }, 0.4);
    care.signs.forEach((sign, i) => {
      const x = EDGE + i * (SIGN_MM + 2.5);
      pdf
        .save()
        .translate(x * MM, (EDGE + 16) * MM)
        .scale((SIGN_MM * MM) / 100)
        .path(SIGN_PATHS[sign])
        .lineWidth(5)
        .stroke(INK)
        .restore();
    });
    let y = EDGE + (care.signs.length > 0 ? 34 : 20);
    if (care.signs.length > 0) {
      y =
        sheet.paragraph(
          `${care.signs.map((sign) => SIGN_WORDS[sign]).join(', ')}.`,
          { x: EDGE, y: y - 3 },
          { sizeMm: 2.8, widthMm: inner, lines: 3 },
        ) + 2;
    }
    for (const words of care.words.slice(0, 8))
      y = sheet.paragraph(words, { x: EDGE, y }, { sizeMm: 3.4, widthMm: inner, lines: 2 }) + 1.2;
    sheet.line({ x: EDGE, y: A7.heightMm - EDGE - 6 }, { x: A7.widthMm - EDGE, y: A7.heightMm - EDGE - 6 });
    sheet.text(
      `Made by ${workshopName}`,
      { x: EDGE, y: A7.heightMm - EDGE - 1.5 },
      { font: 'strong', sizeMm: 3.4, widthMm: inner },
    );
  });
}

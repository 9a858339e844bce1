import { MARKER_PAGE, markerDots } from '@keen-anvil/core/photo';
import { INK, makePdf, MM, Sheet, SLATE } from './page';

/** The page that photos are brought to true size by, on A4 at true size. */
export function markerPage(): Promise<Buffer> {
  const { widthMm, heightMm, insetMm, bandMm, dotMm, smallDotMm } = MARKER_PAGE;
  const { dots, small } = markerDots();
  return makePdf('Marker page', MARKER_PAGE, (pdf) => {
    pdf.addPage();
    pdf.save();
    pdf.scale(MM);
    pdf.rect(insetMm, insetMm, widthMm - 2 * insetMm, heightMm - 2 * insetMm);
    const inner = insetMm + bandMm;
    pdf.rect(inner, inner, widthMm - 2 * inner, heightMm - 2 * inner);
    pdf.fill(INK, 'even-odd');
    for (const [list, size] of [
      [dots, dotMm],
      [small, smallDotMm],
    ] as const)
      for (const { x, y } of list) pdf.circle(x, y, size / 2).fill('#ffffff');
    pdf.restore();
    const sheet = new Sheet(pdf);
    const left = inner + 6;
    const width = widthMm - 2 * left;
    sheet.text('Marker page', { x: left, y: inner + 14 }, { font: 'heading', sizeMm: 7 });
    sheet.paragraph(
      'Print it at 100 % and lay it flat beside the piece, or lay a small piece into the frame. All of the frame has to be in the photo. Measured over the frame it is 186 mm wide and 273 mm high: where the ruler reads otherwise, the printer has changed its size.',
      { x: left, y: inner + 23 },
      { sizeMm: 3.8, widthMm: width, lines: 6 },
    );
    sheet.text(
      `${widthMm - 2 * insetMm} × ${heightMm - 2 * insetMm} mm`,
      { x: left, y: heightMm - inner - 6 },
      { sizeMm: 3.4, colour: SLATE },
    );
  });
}

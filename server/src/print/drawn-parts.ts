import type { Bounds, CurveContour } from '@keen-anvil/core/geometry';
import { MM } from './page';

/** What a job looks like: its parts in the colours of their materials, in the order in which they lie. */
export interface DrawnPart {
  colour: string;
  contours: CurveContour[];
}

/** Draws parts with the upper left corner of their box at a place of the page, mm, so many times as large as they are drawn. */
export function drawParts(
  pdf: PDFKit.PDFDocument,
  parts: readonly DrawnPart[],
  { minX, minY }: Pick<Bounds, 'minX' | 'minY'>,
  { x, y, scale }: { x: number; y: number; scale: number },
): void {
  pdf
    .save()
    .translate(x * MM, y * MM)
    .scale(scale * MM)
    .translate(-minX, -minY);
  for (const { colour, contours } of parts) {
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

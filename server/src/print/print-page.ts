import { knownBounds, offset, regionOf, type Affine, type CurveContour, type Region } from '@keen-anvil/core/geometry';
import type { ShownPrint } from '@keen-anvil/core/jobs';
import { DOT_MM, markLines, marksOf, type MarkSet } from '@keen-anvil/core/registration';
import { INK, makePdf, MM, Sheet, SLATE } from './page';

/** Something that is printed, where it lies on the page. */
export interface PrintedPart {
  /** In the job's plane, mm. */
  contours: CurveContour[];
  print: ShownPrint;
  /** From the job's plane to the page. */
  matrix: Affine;
}

/** A length to measure with a ruler what the printer did. */
export const BAR_MM = 100;
/** The bar stands so far from the page's lower edge, below the marks. */
const BAR_UP_MM = 6;

/**
 * A page with all that is printed, marks to find it by, and a bar to measure it with; at true size.
 * @param marks how its marks lie, @param pictures by their drawings, as PNG or JPEG
 * @param stretch the printer makes things that many times longer: what is sent to it is made as much shorter
 */
export function printPage(
  marks: MarkSet,
  page: { title: string; widthMm: number; heightMm: number },
  parts: readonly PrintedPart[],
  pictures: ReadonlyMap<string, Uint8Array>,
  stretch: { x: number; y: number } = { x: 1, y: 1 },
): Promise<Buffer> {
  return makePdf(page.title, page, (pdf) => {
    pdf.addPage();
    pdf.save();
    pdf.scale(MM / stretch.x, MM / stretch.y);
    // What is widest lies undermost, as a rim lies under its picture.
    for (const part of [...parts].sort((a, b) => widthOf(b) - widthOf(a))) drawPart(pdf, part, pictures);
    drawMarks(pdf, page, marks);
    pdf.restore();
    drawBar(pdf, page, stretch, marks);
  });
}

const widthOf = ({ contours }: PrintedPart): number => {
  const box = knownBounds(contours);
  return box ? box.maxX - box.minX : 0;
};

function drawPart(
  pdf: PDFKit.PDFDocument,
  { contours, print: { picture, fill, bleedMm }, matrix }: PrintedPart,
  pictures: ReadonlyMap<string, Uint8Array>,
): void {
  // A picture goes on beyond the cut as its colour does: no bare edge is left where the cut is a little off.
  const region = bleedMm > 0 ? offset(regionOf(contours), bleedMm) : regionOf(contours);
  pdf.save();
  pdf.transform(...matrix);
  trace(pdf, region);
  if (fill) pdf.fillColor(fill).fill('even-odd');
  if (picture) {
    if (fill) trace(pdf, region);
    pdf.clip('even-odd');
    pdf.transform(...picture.matrix);
    const bytes = pictures.get(picture.drawingId);
    if (bytes) pdf.image(Buffer.from(bytes), 0, 0, { width: picture.widthMm, height: picture.heightMm });
  }
  pdf.restore();
}

function trace(pdf: PDFKit.PDFDocument, region: Region): void {
  for (const ring of region) {
    ring.forEach(({ x, y }, i) => (i === 0 ? pdf.moveTo(x, y) : pdf.lineTo(x, y)));
    pdf.closePath();
  }
}

function drawMarks(pdf: PDFKit.PDFDocument, page: { widthMm: number; heightMm: number }, marks: MarkSet): void {
  const { legs, dots } = markLines(marksOf(page, marks), marks);
  pdf.lineWidth(marks.lineMm).lineCap('square').strokeColor('#000000');
  for (const [from, to] of legs) pdf.moveTo(from.x, from.y).lineTo(to.x, to.y).stroke();
  for (const { x, y } of dots) pdf.circle(x, y, DOT_MM / 2).fill('#000000');
}

function drawBar(
  pdf: PDFKit.PDFDocument,
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  stretch: { x: number; y: number },
  { insetMm }: MarkSet,
): void {
  if (widthMm < BAR_MM + 2 * insetMm) return;
  const y = (heightMm - BAR_UP_MM) / stretch.y;
  const left = (widthMm - BAR_MM) / 2;
  pdf.save();
  pdf.lineWidth(0.2 * MM).strokeColor(INK);
  const at = (mm: number) => ((left + mm) / stretch.x) * MM;
  pdf
    .moveTo(at(0), y * MM)
    .lineTo(at(BAR_MM), y * MM)
    .stroke();
  for (let mm = 0; mm <= BAR_MM; mm += 10)
    pdf
      .moveTo(at(mm), (y - (mm % 50 ? 1 : 2)) * MM)
      .lineTo(at(mm), y * MM)
      .stroke();
  pdf.restore();
  new Sheet(pdf).text(
    `${BAR_MM} mm: type what the ruler reads, where it is not that`,
    { x: left / stretch.x, y: y + 3.4 },
    { sizeMm: 2.6, colour: SLATE },
  );
}

import { drawingSvg, type SheetDrawing } from '@keen-anvil/core/output';
import { formatNumber } from '@keen-anvil/core/units';
import { DxfWriter, LWPolylineFlags, point2d, Units } from '@tarikjabiri/dxf';
import { makePdf, MM, Sheet } from './page';

/** Files of what is done on a sheet, for other programs and for paper. */
export const DRAWING_FORMATS = ['svg', 'dxf', 'pdf'] as const;
export type DrawingFormat = (typeof DRAWING_FORMATS)[number];

/** The drawing as a file: SVG and DXF at true size with a layer for each process, PDF one to one with a bar to measure by. */
export async function sheetFile(drawing: SheetDrawing, format: DrawingFormat): Promise<Buffer> {
  if (format === 'svg') return Buffer.from(drawingSvg(drawing));
  return format === 'dxf' ? Buffer.from(drawingDxf(drawing)) : drawingPdf(drawing);
}

/** Millimetres, y counted up from the sheet’s lower edge. */
function drawingDxf({ heightMm, layers }: SheetDrawing): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  for (const [i, { name, lines }] of layers.entries()) {
    // Names of layers may hold none of these signs.
    const layer = name.replace(/[<>/\\":;?*|=',`]/g, ' ');
    dxf.addLayer(layer, (i % 7) + 1, 'Continuous');
    dxf.setCurrentLayerName(layer);
    for (const { points, closed } of lines)
      dxf.addLWPolyline(
        points.map(({ x, y }) => ({ point: point2d(x, heightMm - y) })),
        { flags: closed ? LWPolylineFlags.Closed : LWPolylineFlags.None },
      );
  }
  return dxf.stringify();
}

/** Room below the sheet for the bar, mm. */
const FOOT_MM = 18;
const BAR_MM = 100;

function drawingPdf({ title, widthMm, heightMm, layers }: SheetDrawing): Promise<Buffer> {
  return makePdf(title, { widthMm: Math.max(widthMm, BAR_MM + 20), heightMm: heightMm + FOOT_MM }, (pdf) => {
    pdf.addPage();
    pdf.lineWidth(0.2 * MM).strokeColor('#22262b');
    for (const { points, closed } of layers.flatMap(({ lines }) => lines)) {
      points.forEach(({ x, y }, i) => (i === 0 ? pdf.moveTo(x * MM, y * MM) : pdf.lineTo(x * MM, y * MM)));
      if (closed) pdf.closePath();
      pdf.stroke();
    }
    const sheet = new Sheet(pdf);
    const y = heightMm + 8;
    sheet.line({ x: 10, y }, { x: 10 + BAR_MM, y }, 0.4);
    for (let mm = 0; mm <= BAR_MM; mm += 10) sheet.line({ x: 10 + mm, y: y - 2 }, { x: 10 + mm, y }, 0.3);
    sheet.text(`${formatNumber(BAR_MM, 0)} mm. If this bar is not, it was not printed at its true size.`, {
      x: 10,
      y: y + 5,
    });
  });
}

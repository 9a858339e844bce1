import type { Polyline } from '../geometry';
import { placeParts, type PartOnSheet } from '../layout';
import { processOf, type ProcessName } from '../recipes';

/** What is done on a sheet, as lines in layers: one for each process, and one for the sheet itself. */
export interface SheetDrawing {
  title: string;
  widthMm: number;
  heightMm: number;
  layers: { name: string; lines: Polyline[] }[];
}

/** Beyond the last part of a roll, mm. */
const BEYOND_MM = 20;

/**
 * Steps on one sheet as a drawing at true size: as they are drawn and laid, without what a tool or beam asks for.
 * @param sheet its size; of a roll no more than is used
 */
export function sheetDrawing(
  title: string,
  sheet: { widthMm: number; lengthMm: number; isRoll: boolean },
  steps: readonly { process: ProcessName; parts: readonly PartOnSheet[] }[],
): SheetDrawing {
  const layers = new Map<string, Polyline[]>();
  let far = 0;
  for (const { process, parts } of steps) {
    const { label } = processOf(process);
    const placed = placeParts(parts);
    far = placed.reduce((most, { bounds }) => Math.max(most, bounds.maxY), far);
    layers.set(label, [...(layers.get(label) ?? []), ...placed.flatMap(({ contours }) => contours)]);
  }
  const heightMm = sheet.isRoll ? Math.min(sheet.lengthMm, far + BEYOND_MM) : sheet.lengthMm;
  const edge: Polyline = {
    closed: true,
    points: [
      { x: 0, y: 0 },
      { x: sheet.widthMm, y: 0 },
      { x: sheet.widthMm, y: heightMm },
      { x: 0, y: heightMm },
    ],
  };
  return {
    title,
    widthMm: sheet.widthMm,
    heightMm,
    layers: [{ name: 'Sheet', lines: [edge] }, ...[...layers].map(([name, lines]) => ({ name, lines }))],
  };
}

const escaped = (words: string): string =>
  words.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);
const place = (mm: number): string => String(Number(mm.toFixed(3)) + 0);

/** The drawing as SVG: a unit is a millimetre, each layer a group with its name. */
export function drawingSvg({ title, widthMm, heightMm, layers }: SheetDrawing): string {
  const [width, height] = [place(widthMm), place(heightMm)];
  const groups = layers.map(({ name, lines }) => {
    const paths = lines.map(
      ({ points, closed }) =>
        `    <path d="M${points.map(({ x, y }) => `${place(x)} ${place(y)}`).join('L')}${closed ? 'Z' : ''}"/>`,
    );
    return `  <g id="${escaped(name)}" fill="none" stroke="#22262b" stroke-width="0.1">\n${paths.join('\n')}\n  </g>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="0 0 ${width} ${height}">\n  <title>${escaped(title)}</title>\n${groups.join('\n')}\n</svg>\n`;
}

import type { Point } from '../../geometry';
import type { Stroke } from '../../toolpath';
import type { Frame } from '../frame';
import { FILE_UNITS_PER_MM, PLOTTER_UNITS_PER_MM, SCALE_SQUARE_MM } from './units';

export interface HpglRequest {
  strokes: Stroke[];
  /** Which holder's tool is taken, from 1. */
  pen: number;
  /** Tool-down speed; left out of the file where the machine's scale was never measured. */
  speedMmS: number | null;
  /** Tool force; left out where the machine's scale was never measured. */
  forceGf: number | null;
  /** Places that are gone to first, with the tool up. */
  walk?: readonly Point[];
  /** The place on the sheet that is 0, 0 to the machine; its lead corner where nothing is said. */
  zero?: Frame;
}

/**
 * The strokes as an HP-GL file: IP/SC scaling to 0.01 mm, pen select, velocity (VS, cm/s) and force (FS, gf) where
 * known, then for each stroke PU to its start and PD along it; last PU home and pen away.
 * HP-GL's X runs along the feed (our y) and its Y across (our x), so nothing comes out reversed.
 * @throws RangeError for a pen below 1 or coordinates that are no numbers
 */
export function writeHpgl({ strokes, pen, speedMmS, forceGf, walk = [], zero = { x: 0, y: 0 } }: HpglRequest): string {
  if (!Number.isInteger(pen) || pen < 1)
    throw new RangeError(`The holder must be a whole number from 1; ${pen} was given.`);
  const square = SCALE_SQUARE_MM * PLOTTER_UNITS_PER_MM;
  const scaled = SCALE_SQUARE_MM * FILE_UNITS_PER_MM;
  const lines = ['IN;', `IP0,0,${square},${square};`, `SC0,${scaled},0,${scaled};`, `SP${pen};`];
  if (speedMmS !== null) lines.push(`VS${decimal(speedMmS / 10)};`);
  if (forceGf !== null) lines.push(`FS${Math.round(forceGf)};`);
  for (const point of walk) lines.push(`PU${coordinate(point, zero)};`);
  for (const { points } of strokes) {
    const coordinates = points.map((point) => coordinate(point, zero));
    lines.push(`PU${coordinates[0]};`, `PD${withoutRepeats(coordinates).slice(1).join(',')};`);
  }
  lines.push('PU0,0;', 'SP0;');
  return lines.join('\n') + '\n';
}

function coordinate({ x, y }: Point, zero: Frame): string {
  if (!Number.isFinite(x) || !Number.isFinite(y))
    throw new RangeError(`A tool path point must be two numbers; ${x}, ${y} was given.`);
  const units = (mm: number) => Math.round(mm * FILE_UNITS_PER_MM) + 0;
  return `${units(y - zero.y)},${units(x - zero.x)}`;
}

const withoutRepeats = (coordinates: string[]): string[] =>
  coordinates.filter((c, i) => i === 0 || c !== coordinates[i - 1]);
const decimal = (value: number): string => String(Number(value.toFixed(3)));

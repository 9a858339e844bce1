import { knownBounds, type Affine, type CurveContour } from '../geometry';
import { length, type Measure, type Measures } from '../measured';

/** What is printed in a part. */
export interface Print {
  /** The drawing of a picture; null for a colour alone. */
  drawingId: string | null;
  /** The picture stays where it lies in its drawing; else it lies under the part by the measures. */
  isAsDrawn: boolean;
  /** What the picture does not cover, `#rrggbb`; null leaves it bare. */
  fill: string | null;
  measures: Measures;
}

/** A print as it lies: how the picture comes into the job's plane from its own millimetres, and how far it goes beyond the cut. */
export interface ShownPrint {
  picture: { drawingId: string; widthMm: number; heightMm: number; matrix: Affine } | null;
  fill: string | null;
  bleedMm: number;
}

const BLEED = length('bleed', 'Bleed beyond the cut', 0, { min: 0, max: 20, step: 0.5 });

/** How a picture lies under the part that it is cropped to. */
const WINDOW_MEASURES: readonly Measure[] = [
  length('right', 'To the right', 0, { min: -2000, max: 2000, step: 0.5 }),
  length('down', 'Down', 0, { min: -2000, max: 2000, step: 0.5 }),
  { name: 'size', label: 'Size (100: just covers it)', unit: '%', usual: 100, min: 5, max: 2000, step: 2 },
  { name: 'turn', label: 'Turn', unit: '°', usual: 0, min: -360, max: 360, step: 1 },
  BLEED,
];

/** The measures of a print: where its picture lies by measures, how; always how far it goes beyond the cut. */
export const printMeasures = ({ drawingId, isAsDrawn }: Pick<Print, 'drawingId' | 'isAsDrawn'>): readonly Measure[] =>
  drawingId !== null && !isAsDrawn ? WINDOW_MEASURES : [BLEED];

/**
 * How a picture comes into the job's plane under a part: its middle on the middle of the part's box, so large that it just covers
 * the box when it is turned, then sized, moved.
 * @param picture its size in mm as it was read
 */
export function windowMatrix(
  contours: readonly CurveContour[],
  picture: { widthMm: number; heightMm: number },
  { right = 0, down = 0, size = 100, turn = 0 }: Measures,
): Affine | null {
  const box = knownBounds([...contours]);
  if (!box || !(picture.widthMm > 0) || !(picture.heightMm > 0)) return null;
  const angle = (turn * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [across, along] = [box.maxX - box.minX, box.maxY - box.minY];
  const covers = Math.max(
    (Math.abs(across * cos) + Math.abs(along * sin)) / picture.widthMm,
    (Math.abs(across * sin) + Math.abs(along * cos)) / picture.heightMm,
  );
  const scale = (covers * size) / 100;
  const [a, b] = [scale * cos, scale * sin];
  const [x, y] = [(box.minX + box.maxX) / 2 + right, (box.minY + box.maxY) / 2 + down];
  return [
    a,
    b,
    -b,
    a,
    x - (a * picture.widthMm - b * picture.heightMm) / 2,
    y - (b * picture.widthMm + a * picture.heightMm) / 2,
  ];
}

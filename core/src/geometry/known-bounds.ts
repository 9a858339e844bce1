import type { Bounds } from './bounds';
import { contourBounds, type CurveContour } from './curve';

/** Boxes are asked for again and again of the same lists. */
const known = new WeakMap<readonly CurveContour[], Bounds | null>();
const TOLERANCE_MM = 0.1;

/** The box that contours take up, within a tenth of a millimetre; reckoned once for the same list. */
export function knownBounds(contours: CurveContour[]): Bounds | null {
  const before = known.get(contours);
  if (before !== undefined) return before;
  const box = contourBounds(contours, TOLERANCE_MM);
  known.set(contours, box);
  return box;
}

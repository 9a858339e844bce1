import type { Bounds, CurveContour, Point } from '../../geometry';
import { coverOf, sheetsOfPieces, type ClosePiece } from './lay-closely';
import type { Solid } from './lying';
import { groundOf, nestShape } from './nest-shape';

/** A part made ready. */
export function solidOf(contours: readonly CurveContour[]): Solid {
  const { middle, pieces } = nestShape(coverOf(contours), 0);
  return { middle, pieces };
}

/** What of a piece cannot be laid on, as convex pieces: beyond what the machines reach, and used spots. */
export function groundSolids(piece: ClosePiece): { reach: Point[][]; box: Bounds | null } {
  const [sheet] = sheetsOfPieces([piece]);
  if (!sheet) return { reach: [], box: null };
  const { taken, minX, minY, maxX, maxY } = groundOf(sheet, { gapMm: 0, edgeMm: 0 });
  return { reach: taken, box: { minX, minY, maxX, maxY } };
}

import type { Point } from '@keen-anvil/core/geometry';
import type { DrawnPart } from '../../workers/inspection';

/** A finger is this much broader than a point, in px. */
const FINGER_PX = 12;

/**
 * The part that a tap means: of those under the finger the smallest, so that a digit can be reached on its plate.
 * @param at the tap on the sheet, in mm
 * @param scale px per mm
 */
export function tappedPart(parts: Pick<DrawnPart, 'id' | 'bounds'>[], at: Point, scale: number): string | null {
  const slack = FINGER_PX / scale;
  const area = ({ bounds }: Pick<DrawnPart, 'bounds'>) => (bounds.maxX - bounds.minX) * (bounds.maxY - bounds.minY);
  const hit = parts.filter(
    ({ bounds }) =>
      at.x >= bounds.minX - slack &&
      at.x <= bounds.maxX + slack &&
      at.y >= bounds.minY - slack &&
      at.y <= bounds.maxY + slack,
  );
  return hit.sort((a, b) => area(a) - area(b))[0]?.id ?? null;
}

import type { Picture } from '../artwork';
import type { Bounds, Point } from '../geometry';
import type { Cone } from '../measured';

/** How a cup stands before one who looks at it. */
export interface RoundView {
  cone: Cone;
  /** How far it was turned about its axis, against the clock from above, in degrees. */
  turn: number;
  /** From how far above one looks at it, in degrees; its rims bulge by that. */
  above: number;
}

/** How high a cup is, in mm. */
export const heightOf = ({ slant, edges }: Cone): number =>
  Math.sqrt(Math.max(0, slant ** 2 - ((edges[0] - edges[1]) / (2 * Math.PI)) ** 2));

/**
 * Which place of the unrolled wall one sees at a place before the cup; null beside it.
 * @param x from its axis, @param y below its upper rim at its sides, in mm
 * @returns as {@link Cone.bend} counts: from the middle of the upper edge of the unrolled wall
 */
export function seenOnCup({ cone, turn, above }: RoundView, { x, y }: Point): Point | null {
  const height = heightOf(cone);
  const half = (share: number) => (cone.edges[0] + (cone.edges[1] - cone.edges[0]) * share) / (2 * Math.PI);
  const tip = Math.sin((above * Math.PI) / 180);
  // How high on the wall it is depends on how broad the cup is there: two rounds bring that near enough.
  let share = y / height;
  for (let i = 0; i < 2; i++) {
    const side = x / half(share);
    if (Math.abs(side) > 1) return null;
    share = (y - half(share) * tip * Math.sqrt(1 - side * side)) / height;
  }
  if (share < 0 || share > 1) return null;
  const side = x / half(share);
  if (Math.abs(side) > 1) return null;
  const angle = Math.asin(side) - (turn * Math.PI) / 180;
  const round = angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));
  return cone.bend((round / (2 * Math.PI)) * cone.around, share * cone.slant);
}

/** A flat picture with what it shows, in mm. */
export interface FlatPicture extends Picture {
  box: Bounds;
}

/**
 * A design as one sees it round a cup.
 * @param design as it lies unrolled, counted from the middle of the upper edge of the wall
 * @param shown what of the plane before the cup is wanted: from its axis, and below its upper rim
 */
export function roundPicture(
  design: FlatPicture,
  view: RoundView,
  shown: { width: number; height: number; box: Bounds },
): Picture {
  const { width, height, box } = shown;
  const data = new Uint8ClampedArray(4 * width * height);
  const perMm = design.width / (design.box.maxX - design.box.minX);
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i += 4) {
      const at = seenOnCup(view, {
        x: box.minX + ((column + 0.5) * (box.maxX - box.minX)) / width,
        y: box.minY + ((row + 0.5) * (box.maxY - box.minY)) / height,
      });
      if (!at) continue;
      const u = Math.floor((at.x - design.box.minX) * perMm);
      const v = Math.floor((at.y - design.box.minY) * perMm);
      if (u < 0 || v < 0 || u >= design.width || v >= design.height) continue;
      const from = 4 * (v * design.width + u);
      for (let k = 0; k < 4; k++) data[i + k] = design.data[from + k];
    }
  return { width, height, data, dotsPerInch: null };
}

import type { Point } from '../geometry';

/** How a lens bends straight lines: a place is seen nearer to the middle, or farther, by the square of its distance from it (Brown 1966, first term). */
export interface Lens {
  /** The middle of the photo, in px. */
  middle: Point;
  /** Half of its diagonal, in px: distances are counted by it. */
  half: number;
  /** Above 0: lines bulge outwards, as through most phones. */
  bend: number;
}

export const lensOf = ({ width, height }: { width: number; height: number }, bend: number): Lens => ({
  middle: { x: width / 2, y: height / 2 },
  half: Math.hypot(width, height) / 2,
  bend,
});

/** Where a place would be seen through a lens that bends nothing. */
export function unbent({ x, y }: Point, { middle, half, bend }: Lens): Point {
  const [dx, dy] = [(x - middle.x) / half, (y - middle.y) / half];
  const k = 1 + bend * (dx * dx + dy * dy);
  return { x: middle.x + dx * k * half, y: middle.y + dy * k * half };
}

/** More of these bring the answer nearer than a hundredth of a pixel. */
const STEPS = 6;

/** Where a lens shows what would be seen at a place without it: what takes {@link unbent} back. */
export function bent({ x, y }: Point, { middle, half, bend }: Lens): Point {
  const [ux, uy] = [(x - middle.x) / half, (y - middle.y) / half];
  let [dx, dy] = [ux, uy];
  for (let i = 0; i < STEPS; i++) {
    const k = 1 + bend * (dx * dx + dy * dy);
    [dx, dy] = [ux / k, uy / k];
  }
  return { x: middle.x + dx * half, y: middle.y + dy * half };
}

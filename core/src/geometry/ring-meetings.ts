import Flatbush from 'flatbush';
import type { Point } from './point';

/** Sides nearer than this touch, in mm: what the clipping library can tell apart. */
const TOUCH_MM = 1e-4;

/**
 * Pairs of closed rings that cross, touch or run along each other, each once; a ring that meets itself as a pair with
 * itself. A spatial index over all sides keeps it near n·log n.
 * @param until ends the search at the first meeting for which it answers true
 */
export function ringMeetings(
  rings: readonly (readonly Point[])[],
  until: (a: number, b: number) => boolean = () => false,
): [number, number][] {
  const count = rings.reduce((sum, ring) => sum + ring.length, 0);
  if (count < 3) return [];
  const ringOf = new Int32Array(count);
  const at = new Int32Array(count);
  const [ax, ay, bx, by] = [0, 1, 2, 3].map(() => new Float64Array(count));
  const index = new Flatbush(count);
  let n = 0;
  for (const [r, ring] of rings.entries()) {
    for (let i = 0; i < ring.length; i++, n++) {
      const [from, to] = [ring[i], ring[i + 1 === ring.length ? 0 : i + 1]];
      [ringOf[n], at[n], ax[n], ay[n], bx[n], by[n]] = [r, i, from.x, from.y, to.x, to.y];
      index.add(Math.min(from.x, to.x), Math.min(from.y, to.y), Math.max(from.x, to.x), Math.max(from.y, to.y));
    }
  }
  index.finish();
  const found = new Map<string, [number, number]>();
  let isDone = false;
  for (let i = 0; i < count && !isDone; i++) {
    index.search(
      Math.min(ax[i], bx[i]) - TOUCH_MM,
      Math.min(ay[i], by[i]) - TOUCH_MM,
      Math.max(ax[i], bx[i]) + TOUCH_MM,
      Math.max(ay[i], by[i]) + TOUCH_MM,
      (j) => {
        if (isDone || j <= i) return false;
        const size = rings[ringOf[i]].length;
        const areNext = ringOf[i] === ringOf[j] && (at[j] - at[i] === 1 || (at[i] === 0 && at[j] === size - 1));
        // Neighbours share a corner; they meet only where one folds back onto the other.
        const meets = areNext
          ? foldsBack(bx[i] - ax[i], by[i] - ay[i], bx[j] - ax[j], by[j] - ay[j])
          : touches(ax[i], ay[i], bx[i], by[i], ax[j], ay[j], bx[j], by[j]);
        if (!meets) return false;
        found.set(`${ringOf[i]}:${ringOf[j]}`, [ringOf[i], ringOf[j]]);
        isDone = until(ringOf[i], ringOf[j]);
        return false;
      },
    );
  }
  return [...found.values()];
}

const foldsBack = (ux: number, uy: number, vx: number, vy: number): boolean => {
  const lengths = Math.hypot(ux, uy) * Math.hypot(vx, vy);
  return ux * vx + uy * vy < 0 && Math.abs(ux * vy - uy * vx) <= 1e-9 * lengths;
};

/** Whether two sides cross, or come nearer than what can be told apart. */
function touches(
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean {
  const side = (px: number, py: number, qx: number, qy: number, rx: number, ry: number) =>
    (qx - px) * (ry - py) - (qy - py) * (rx - px);
  if (
    side(ax, ay, bx, by, cx, cy) * side(ax, ay, bx, by, dx, dy) < 0 &&
    side(cx, cy, dx, dy, ax, ay) * side(cx, cy, dx, dy, bx, by) < 0
  )
    return true;
  const limit = TOUCH_MM * TOUCH_MM;
  return (
    squareTo(ax, ay, cx, cy, dx, dy) < limit ||
    squareTo(bx, by, cx, cy, dx, dy) < limit ||
    squareTo(cx, cy, ax, ay, bx, by) < limit ||
    squareTo(dx, dy, ax, ay, bx, by) < limit
  );
}

/** The square of the distance from a point to a straight side. */
export function squareTo(px: number, py: number, ax: number, ay: number, bx: number, by: number): number {
  const [ux, uy] = [bx - ax, by - ay];
  const length2 = ux * ux + uy * uy;
  const t = length2 > 0 ? Math.max(0, Math.min(1, ((px - ax) * ux + (py - ay) * uy) / length2)) : 0;
  return (px - ax - t * ux) ** 2 + (py - ay - t * uy) ** 2;
}

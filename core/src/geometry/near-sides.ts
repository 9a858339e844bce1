import Flatbush from 'flatbush';
import type { Point } from './point';
import { squareTo } from './ring-meetings';

/** Sides belong to the same bend where the way along the ring from one to the other is at most this many widths. */
const SAME_BEND = 2;

/**
 * Whether a region of rings may be narrower than `width` somewhere: two of its sides come nearer than that without
 * following each other round a bend of less than 120°. False only where it is narrower nowhere.
 */
export function isThinnerSomewhere(rings: readonly Point[][], width: number): boolean {
  const count = rings.reduce((sum, ring) => sum + ring.length, 0);
  if (count < 3) return false;
  const [ax, ay, bx, by, along] = [0, 1, 2, 3, 4].map(() => new Float64Array(count));
  const ringOf = new Int32Array(count);
  const round = new Float64Array(rings.length);
  const index = new Flatbush(count);
  let n = 0;
  for (const [r, ring] of rings.entries()) {
    for (let i = 0; i < ring.length; i++) {
      const [from, to] = [ring[i], ring[(i + 1) % ring.length]];
      [ax[n], ay[n], bx[n], by[n], along[n], ringOf[n]] = [from.x, from.y, to.x, to.y, round[r], r];
      round[r] += Math.hypot(to.x - from.x, to.y - from.y);
      index.add(Math.min(from.x, to.x), Math.min(from.y, to.y), Math.max(from.x, to.x), Math.max(from.y, to.y));
      n += 1;
    }
    // A ring so small that all of it is one bend has to be looked at.
    if (round[r] <= 2 * SAME_BEND * width) return true;
  }
  index.finish();
  const lengthOf = (i: number) => Math.hypot(bx[i] - ax[i], by[i] - ay[i]);
  let isNear = false;
  for (let i = 0; i < count && !isNear; i++) {
    index.search(
      Math.min(ax[i], bx[i]) - width,
      Math.min(ay[i], by[i]) - width,
      Math.max(ax[i], bx[i]) + width,
      Math.max(ay[i], by[i]) + width,
      (j) => {
        if (isNear || j <= i) return false;
        if (ringOf[i] === ringOf[j]) {
          const total = round[ringOf[i]];
          const between = Math.min(along[j] - along[i] - lengthOf(i), total - along[j] - lengthOf(j) + along[i]);
          // Near along the ring: a bend, unless it turns back on itself.
          if (between <= SAME_BEND * width && !turnsBack(bx[i] - ax[i], by[i] - ay[i], bx[j] - ax[j], by[j] - ay[j]))
            return false;
        }
        isNear = sidesWithin(width, ax[i], ay[i], bx[i], by[i], ax[j], ay[j], bx[j], by[j]);
        return false;
      },
    );
  }
  return isNear;
}

/** Whether two sides enclose less than 60°. */
function turnsBack(ux: number, uy: number, vx: number, vy: number): boolean {
  return ux * vx + uy * vy < -0.5 * Math.hypot(ux, uy) * Math.hypot(vx, vy);
}

function sidesWithin(
  width: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
  dx: number,
  dy: number,
): boolean {
  const limit = width * width;
  return (
    squareTo(ax, ay, cx, cy, dx, dy) < limit ||
    squareTo(bx, by, cx, cy, dx, dy) < limit ||
    squareTo(cx, cy, ax, ay, bx, by) < limit ||
    squareTo(dx, dy, ax, ay, bx, by) < limit
  );
}

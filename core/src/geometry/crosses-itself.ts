import type { Point } from './point';

/** Sides nearer than this touch, in mm: what the clipping library can tell apart. */
const TOUCH_MM = 1e-4;

/**
 * Whether a ring crosses itself, or two of its sides that do not follow each other touch: its sides are gone through from left to
 * right, and each is held only against those that reach over it (sweep and prune).
 */
export function crossesItself(ring: readonly Point[]): boolean {
  const n = ring.length;
  if (n < 4) return false;
  const [left, right, low, high] = [0, 1, 2, 3].map(() => new Float64Array(n));
  for (let i = 0; i < n; i++) {
    const [a, b] = [ring[i], ring[i + 1 === n ? 0 : i + 1]];
    left[i] = a.x < b.x ? a.x : b.x;
    right[i] = (a.x > b.x ? a.x : b.x) + TOUCH_MM;
    low[i] = a.y < b.y ? a.y : b.y;
    high[i] = (a.y > b.y ? a.y : b.y) + TOUCH_MM;
  }
  const order = Uint32Array.from({ length: n }, (_, i) => i).sort((i, j) => left[i] - left[j]);
  for (let k = 0; k < n; k++) {
    const i = order[k];
    for (let m = k + 1; m < n && left[order[m]] <= right[i]; m++) {
      const j = order[m];
      if (low[j] > high[i] || low[i] > high[j]) continue;
      const apart = Math.abs(i - j);
      if (apart === 1 || apart === n - 1) continue;
      if (meet(ring[i], ring[(i + 1) % n], ring[j], ring[(j + 1) % n])) return true;
    }
  }
  return false;
}

/** Whether two sides cross, or an end of one lies on the other. */
function meet(a: Point, b: Point, c: Point, d: Point): boolean {
  const side = (p: Point, q: Point, r: Point) =>
    ((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x)) / (Math.hypot(q.x - p.x, q.y - p.y) || 1);
  const [c1, d1, a1, b1] = [side(a, b, c), side(a, b, d), side(c, d, a), side(c, d, b)];
  const isApart = (p: number, q: number) => (p > TOUCH_MM && q > TOUCH_MM) || (p < -TOUCH_MM && q < -TOUCH_MM);
  return !isApart(c1, d1) && !isApart(a1, b1);
}

import type { Point } from '../geometry';

/**
 * The highest speed (mm/s) at which a corner from a→b→c can be taken without leaving it by more than the junction
 * deviation: v² = a·δ·sin(θ/2) / (1 − sin(θ/2)) with θ the inner angle at b. A straight line has no limit, a turn
 * right back has to stop.
 */
export function cornerSpeed(a: Point, b: Point, c: Point, accelerationMmS2: number, deviationMm: number): number {
  const ux = a.x - b.x;
  const uy = a.y - b.y;
  const vx = c.x - b.x;
  const vy = c.y - b.y;
  const lengths = Math.hypot(ux, uy) * Math.hypot(vx, vy);
  if (lengths === 0) return Infinity;
  const cosine = Math.min(1, Math.max(-1, (ux * vx + uy * vy) / lengths));
  const halfSine = Math.sqrt((1 - cosine) / 2);
  if (halfSine > 1 - 1e-9) return Infinity;
  return Math.sqrt((accelerationMmS2 * deviationMm * halfSine) / (1 - halfSine));
}

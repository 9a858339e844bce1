import { distance, type Point } from '@keen-anvil/core/geometry';

/** The place on a way, by a share of its length from 0 to 1. */
export function pointAlong(way: readonly Point[], share: number): Point {
  const length = way.reduce((sum, point, i) => (i > 0 ? sum + distance(way[i - 1], point) : 0), 0);
  let left = Math.min(1, Math.max(0, share)) * length;
  for (let i = 1; i < way.length; i++) {
    const piece = distance(way[i - 1], way[i]);
    if (piece >= left && piece > 0) {
      const t = left / piece;
      return { x: way[i - 1].x + (way[i].x - way[i - 1].x) * t, y: way[i - 1].y + (way[i].y - way[i - 1].y) * t };
    }
    left -= piece;
  }
  return way[way.length - 1];
}

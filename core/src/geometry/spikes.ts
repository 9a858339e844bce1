import type { Point } from './point';

/**
 * A ring without the places where it runs back over itself: they enclose nothing, and the clipping library goes wrong
 * over them. The same ring where there are none.
 */
export function withoutSpikes(ring: Point[]): Point[] {
  if (!ring.some((point, i) => isSpike(at(ring, i - 1), point, at(ring, i + 1)))) return ring;
  const kept: Point[] = [];
  for (const point of ring) {
    kept.push(point);
    trim(kept);
  }
  // Where the end meets the start there may be some too.
  while (kept.length > 2) {
    if (isSpike(kept[kept.length - 2], kept[kept.length - 1], kept[0])) kept.pop();
    else if (isSpike(kept[kept.length - 1], kept[0], kept[1])) kept.shift();
    else break;
  }
  return kept;
}

function trim(kept: Point[]): void {
  while (kept.length > 2 && isSpike(kept[kept.length - 3], kept[kept.length - 2], kept[kept.length - 1]))
    kept.splice(kept.length - 2, 1);
}

const at = (ring: readonly Point[], i: number): Point => ring[(i + ring.length) % ring.length];

/** Whether a ring turns right round at b, or stands still there. */
function isSpike(a: Point, b: Point, c: Point): boolean {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, c.x - b.x, c.y - b.y];
  return ux * vy === uy * vx && ux * vx + uy * vy <= 0;
}

import type { Point } from './point';

/**
 * A ring without the places where it runs back over itself: they enclose nothing, and the clipping library goes wrong
 * over them. The same ring where there are none.
 * @param grid so many steps a millimetre has where what lies on a line is judged on a grid, as the library rounds to one; exactly
 *   where nothing is said
 */
export function withoutSpikes(ring: Point[], grid?: number): Point[] {
  const seen = grid ? ring.map(({ x, y }) => ({ x: Math.round(x * grid), y: Math.round(y * grid) })) : ring;
  if (!seen.some((point, i) => isSpike(at(seen, i - 1), point, at(seen, i + 1)))) return ring;
  const kept: number[] = [];
  const spikeAt = (a: number, b: number, c: number) => isSpike(seen[a], seen[b], seen[c]);
  for (let i = 0; i < ring.length; i++) {
    kept.push(i);
    while (kept.length > 2 && spikeAt(kept[kept.length - 3], kept[kept.length - 2], i)) kept.splice(kept.length - 2, 1);
    // What stands still is one point.
    if (kept.length === 2 && isSame(seen[kept[0]], seen[kept[1]])) kept.pop();
  }
  // Where the end meets the start there may be some too.
  while (kept.length > 2) {
    if (spikeAt(kept[kept.length - 2], kept[kept.length - 1], kept[0])) kept.pop();
    else if (spikeAt(kept[kept.length - 1], kept[0], kept[1])) kept.shift();
    else break;
  }
  return kept.map((i) => ring[i]);
}

const at = (ring: readonly Point[], i: number): Point => ring[(i + ring.length) % ring.length];
const isSame = (a: Point, b: Point): boolean => a.x === b.x && a.y === b.y;

/** Whether a ring turns right round at b, or stands still there. */
function isSpike(a: Point, b: Point, c: Point): boolean {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, c.x - b.x, c.y - b.y];
  return ux * vy === uy * vx && ux * vx + uy * vy <= 0;
}

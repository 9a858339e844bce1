import Flatbush from 'flatbush';
import { boundsOf } from './bounds';
import type { Point } from './point';
import { isInside, signedArea } from './polygon';

/** For each ring, the indices of the rings that lie round it, from the smallest to the largest. */
export type Nesting = number[][];

/**
 * Which rings lie inside which. Rings are taken not to cross each other; where they do, a ring lies inside another
 * if its first point does.
 * A spatial index over the rings' rectangles keeps it near n·log n for drawings whose parts lie side by side.
 */
export function nestRings(rings: Point[][]): Nesting {
  if (rings.length < 2) return rings.map(() => []);
  const boxes = rings.map((ring) => boundsOf(ring) ?? { minX: 0, minY: 0, maxX: 0, maxY: 0 });
  const areas = rings.map((ring) => Math.abs(signedArea(ring)));
  const index = new Flatbush(rings.length);
  for (const box of boxes) index.add(box.minX, box.minY, box.maxX, box.maxY);
  index.finish();
  return rings.map((ring, i) => {
    if (ring.length === 0) return [];
    const probe = ring[0];
    return index
      .search(probe.x, probe.y, probe.x, probe.y)
      .filter((j) => j !== i && areas[j] > areas[i] && isInside(probe, rings[j]))
      .sort((a, b) => areas[a] - areas[b]);
  });
}

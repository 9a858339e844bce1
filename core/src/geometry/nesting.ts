import Flatbush from 'flatbush';
import { boundsOf, holds } from './bounds';
import type { Point } from './point';
import { isInside, signedArea } from './polygon';

/** For each ring, the indices of the rings that lie round it, from the smallest to the largest. */
export type Nesting = number[][];

/** So many places of a ring are asked whether they lie inside another. */
const PROBES = 9;

/**
 * Which rings lie wholly inside which. A ring that reaches out of another, or crosses it at one of the places that are
 * asked, lies beside it. Rings may touch: the middles of sides are asked, not corners.
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
    const probes = probesOf(ring);
    return index
      .search(probes[0].x, probes[0].y, probes[0].x, probes[0].y)
      .filter(
        (j) =>
          j !== i &&
          areas[j] > areas[i] * LARGER &&
          holds(boxes[j], boxes[i], TOUCH_MM) &&
          probes.every((probe) => isInside(probe, rings[j])),
      )
      .sort((a, b) => areas[a] - areas[b]);
  });
}

/** A ring that is larger by less than rounding lies on the other, not round it: a line that was drawn twice. */
const LARGER = 1 + 1e-6;
/** Rings that touch from within may reach out by as much as rounding. */
const TOUCH_MM = 1e-3;

/** Middles of sides, spread evenly over the ring. */
function probesOf(ring: readonly Point[]): Point[] {
  const step = Math.max(1, Math.floor(ring.length / PROBES));
  const probes: Point[] = [];
  for (let i = 0; i < ring.length && probes.length < PROBES; i += step) {
    const next = ring[(i + 1) % ring.length];
    probes.push({ x: (ring[i].x + next.x) / 2, y: (ring[i].y + next.y) / 2 });
  }
  return probes;
}

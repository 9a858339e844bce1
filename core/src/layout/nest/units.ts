import Flatbush from 'flatbush';
import {
  boundsOf,
  holds,
  intersection,
  regionArea,
  union,
  withoutHoles,
  type Bounds,
  type Region,
} from '../../geometry';

/** A part that is to be laid. */
export interface UnitPart {
  id: string;
  /** What it covers in the job's plane, normalised; a line covers the box round it. */
  region: Region;
  /** How often it is to lie. */
  count: number;
}

/** Parts that keep their places to each other: what lies over each other is one thing, as an engraving in its outline. */
export interface Unit {
  partIds: string[];
  region: Region;
  count: number;
}

/** Parts that touch by less than this do not lie over each other, in mm². */
const TOUCH_MM2 = 0.05;

/**
 * Parts put together as they are to be laid.
 * @param asOne all of them keep their places to each other; else only those that lie over each other do
 */
export function unitsOf(parts: readonly UnitPart[], asOne: boolean): Unit[] {
  const laid = parts.flatMap((part) => {
    const box = boundsOf(part.region.flat());
    return box ? [{ ...part, box }] : [];
  });
  if (laid.length === 0) return [];
  const group = laid.map((_, i) => i);
  const rootOf = (i: number): number => (group[i] === i ? i : (group[i] = rootOf(group[i])));
  if (asOne) group.fill(0);
  else {
    const index = new Flatbush(laid.length);
    for (const { box } of laid) index.add(box.minX, box.minY, box.maxX, box.maxY);
    index.finish();
    for (const [i, { box }] of laid.entries())
      for (const j of index.search(box.minX, box.minY, box.maxX, box.maxY)) {
        if (j <= i || rootOf(i) === rootOf(j) || !liesOver(laid[i], laid[j])) continue;
        group[rootOf(j)] = rootOf(i);
      }
  }
  const roots = [...new Set(laid.map((_, i) => rootOf(i)))];
  return roots.map((root): Unit => {
    const own = laid.filter((_, i) => rootOf(i) === root);
    return {
      partIds: own.map(({ id }) => id),
      region: own.length === 1 ? own[0].region : union(own.map(({ region }) => region)),
      count: Math.max(...own.map(({ count }) => count)),
    };
  });
}

interface Boxed {
  region: Region;
  box: Bounds;
}

/** Whether one lies over the other, or in a hole of it: what lies in the hole of a ring belongs to it. */
const liesOver = (a: Boxed, b: Boxed): boolean =>
  holds(a.box, b.box, 0) || holds(b.box, a.box, 0)
    ? regionArea(intersection(withoutHoles(a.region), withoutHoles(b.region))) > TOUCH_MM2
    : regionArea(intersection(a.region, b.region)) > TOUCH_MM2;

import { boundsOf, nestRings, type Bounds, type Point, type Region } from '../geometry';

/** Outlines with what lies in them, that are gone over together, row by row. */
interface Group {
  rings: Point[][];
  box: Bounds;
}

/** A gap up to so many run-ups is crossed sooner than rows are begun twice; beyond the second, it hardly ever is. */
const GAPS_IN_RUN_UPS = [2, 6] as const;

/**
 * The ways a region can be divided into areas that are engraved one after the other: all together first, then divided where outlines
 * with common rows lie farther apart than some gaps. Each way once; groups come from the upper left on.
 * @param region normalised; mm
 * @param runUpMm how far the head goes until it has its speed
 */
export function waysToDivide(region: Region, runUpMm: number): Region[][] {
  const whole = islandsOf(region);
  const ways: Region[][] = [[region]];
  for (const gaps of GAPS_IN_RUN_UPS) {
    const groups = grouped(whole, gaps * runUpMm);
    if (groups.length > 1 && !ways.some((way) => way.length === groups.length))
      ways.push(inTurn(groups).map(({ rings }) => rings));
  }
  return ways;
}

/** Each outermost ring with all that lies in it. */
function islandsOf(region: Region): Group[] {
  const around = nestRings(region);
  const islands = new Map<number, Point[][]>();
  region.forEach((ring, i) => {
    const outermost = around[i].length > 0 ? around[i][around[i].length - 1] : i;
    islands.set(outermost, [...(islands.get(outermost) ?? []), ring]);
  });
  return [...islands.values()].map((rings) => ({ rings, box: boundsOf(rings.flat())! }));
}

/** Groups whose rows would bridge no gap wider than that; what has no row in common is a group by itself. */
function grouped(islands: readonly Group[], gapMm: number): Group[] {
  let groups: Group[] = [];
  for (const island of islands) {
    let grown = island;
    let rest = groups;
    // A group that has grown may come near to one it was far from.
    for (let near = rest.filter((group) => isNear(group.box, grown.box, gapMm)); near.length > 0;) {
      rest = rest.filter((group) => !near.includes(group));
      grown = near.reduce(joined, grown);
      near = rest.filter((group) => isNear(group.box, grown.box, gapMm));
    }
    groups = [...rest, grown];
  }
  return groups;
}

const isNear = (a: Bounds, b: Bounds, gapMm: number): boolean =>
  a.minY < b.maxY && b.minY < a.maxY && Math.max(a.minX - b.maxX, b.minX - a.maxX) <= gapMm;

const joined = (a: Group, b: Group): Group => ({
  rings: [...a.rings, ...b.rings],
  box: {
    minX: Math.min(a.box.minX, b.box.minX),
    minY: Math.min(a.box.minY, b.box.minY),
    maxX: Math.max(a.box.maxX, b.box.maxX),
    maxY: Math.max(a.box.maxY, b.box.maxY),
  },
});

/** From the upper left on, always to the group that begins nearest to where the last one ended. */
function inTurn(groups: readonly Group[]): Group[] {
  const left = [...groups];
  const turns: Group[] = [];
  let here: Point = { x: 0, y: 0 };
  while (left.length > 0) {
    const far = left.map(({ box }) => Math.hypot(box.minX - here.x, box.minY - here.y));
    const [next] = left.splice(far.indexOf(Math.min(...far)), 1);
    turns.push(next);
    here = { x: next.box.minX, y: next.box.maxY };
  }
  return turns;
}

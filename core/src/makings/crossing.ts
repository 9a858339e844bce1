import {
  IDENTITY,
  boundsOf,
  edgesOf,
  flatten,
  intersection,
  joined,
  regionArea,
  symmetricDifference,
  union,
  type Bounds,
  type Region,
} from '../geometry';
import { OperationRefusedError, type Operation } from './operation';

/** How near to its curves a part is taken, in mm. */
const TOLERANCE_MM = 0.005;
/** Rings that share less than this of the smaller one only touch. */
const TOUCHING_SHARE = 1e-6;

/** One part whose own lines cross, as letters that overlap or rounds of one drawing: what crosses becomes one outline, holes stay holes. */
export const JOIN_ITSELF: Operation = {
  name: 'join-itself',
  label: 'Join what crosses in it',
  needs: 'one',
  measures: [],
  carriesPrint: () => IDENTITY,
  apply: ([lines]) => {
    const rings = lines.filter(({ closed }) => closed).map((contour) => flatten(contour, TOLERANCE_MM).points);
    if (rings.length === 0)
      throw new OperationRefusedError('it has no outline: open lines cover nothing that could be joined');
    const together = groupsThatCross(rings.map((ring) => union([[ring]])));
    return edgesOf(together.map((group) => joined(group)).reduce(symmetricDifference));
  },
};

/** Regions in groups of those that cross each other, by way of others too. */
function groupsThatCross(regions: readonly Region[]): Region[][] {
  const boxes = regions.map((region) => boundsOf(region.flat()));
  const groupOf = regions.map((_, i) => i);
  const merge = (a: number, b: number): void => {
    const [from, to] = [groupOf[a], groupOf[b]];
    for (let i = 0; i < groupOf.length; i++) if (groupOf[i] === from) groupOf[i] = to;
  };
  for (let a = 0; a < regions.length; a++)
    for (let b = a + 1; b < regions.length; b++)
      if (groupOf[a] !== groupOf[b] && meet(boxes[a], boxes[b]) && cross(regions[a], regions[b])) merge(a, b);
  return [...new Set(groupOf)].map((group) => regions.filter((_, i) => groupOf[i] === group));
}

const meet = (a: Bounds | null, b: Bounds | null): boolean =>
  a !== null && b !== null && a.minX <= b.maxX && b.minX <= a.maxX && a.minY <= b.maxY && b.minY <= a.maxY;

/** Whether two regions share some of each, and neither lies within the other. */
function cross(a: Region, b: Region): boolean {
  const shared = regionArea(intersection(a, b));
  const smaller = Math.min(regionArea(a), regionArea(b));
  return shared > TOUCHING_SHARE * smaller && shared < (1 - TOUCHING_SHARE) * smaller;
}

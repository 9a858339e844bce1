import {
  difference,
  edgesOf,
  IDENTITY,
  either,
  joined,
  intersection,
  rawRegionOf,
  regionOf,
  symmetricDifference,
  withoutHoles,
  type Region,
} from '../geometry';
import type { Operation } from './operation';

const several = (name: string, label: string, work: (first: Region, rest: Region[]) => Region): Operation => ({
  name,
  label,
  needs: 'several',
  measures: [],
  carriesPrint: () => IDENTITY,
  apply: ([first, ...rest]) => edgesOf(work(rawRegionOf(first), rest.map(rawRegionOf))),
});

/** What just one of the regions covers, however many there are. */
function onlyOnce(regions: readonly Region[]): Region {
  if (regions.length === 2) return symmetricDifference(regions[0], regions[1]);
  let all: Region = [];
  let twice: Region = [];
  for (const region of regions) {
    if (all.length > 0) twice = either(twice, intersection(all, region));
    all = either(all, region);
  }
  return difference(all, twice);
}

/** What becomes of parts that lie over each other. */
export const BOOLEANS: readonly Operation[] = [
  several('join', 'Join', (first, rest) => joined([first, ...rest])),
  several('cut-out', 'Cut out of', (first, rest) => rest.reduce(difference, first)),
  several('shared', 'Keep what all share', (first, rest) => rest.reduce(intersection, first)),
  several('unshared', 'Leave what only one has', (first, rest) => onlyOnce([first, ...rest])),
  {
    name: 'fill-holes',
    label: 'Fill its holes',
    needs: 'one',
    measures: [],
    carriesPrint: () => IDENTITY,
    apply: ([lines]) => edgesOf(withoutHoles(regionOf(lines))),
  },
];

import {
  difference,
  edgesOf,
  either,
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
  apply: ([first, ...rest]) => edgesOf(work(rawRegionOf(first), rest.map(rawRegionOf))),
});

/** What becomes of parts that lie over each other. */
export const BOOLEANS: readonly Operation[] = [
  several('join', 'Join', (first, rest) => rest.reduce(either, first)),
  several('cut-out', 'Cut out of', (first, rest) => rest.reduce(difference, first)),
  several('shared', 'Keep what all share', (first, rest) => rest.reduce(intersection, first)),
  several('unshared', 'Leave what only one has', (first, rest) => rest.reduce(symmetricDifference, first)),
  {
    name: 'fill-holes',
    label: 'Fill its holes',
    needs: 'one',
    measures: [],
    apply: ([lines]) => edgesOf(withoutHoles(regionOf(lines))),
  },
];

import { union, type Region } from './clip';
import { flatten, type CurveContour, type Segment } from './curve';
import { nestRings } from './nesting';
import { regionOfRings } from './part-region';

/** How near to its curves a part is taken where it is worked on, in mm. */
const TOLERANCE_MM = 0.005;

/** What contours cover, normalised; open lines cover nothing. */
export const regionOf = (contours: readonly CurveContour[]): Region =>
  regionOfRings(contours.filter(({ closed }) => closed).map((contour) => flatten(contour, TOLERANCE_MM).points));

/**
 * The same, where it goes into another step of clipping at once: a single ring need not be put right before that, which is half
 * of the work.
 */
export function rawRegionOf(contours: readonly CurveContour[]): Region {
  const closed = contours.filter((contour) => contour.closed);
  return closed.length === 1 ? [flatten(closed[0], TOLERANCE_MM).points] : regionOf(closed);
}

/** The edge of a region as contours. */
export const edgesOf = (region: Region): CurveContour[] =>
  region
    .filter((ring) => ring.length > 2)
    .map((ring) => ({
      closed: true,
      start: [ring[0].x, ring[0].y],
      segments: ring.slice(1).map(({ x, y }): Segment => ['L', x, y]),
    }));

/** A region without its holes, and what lies in them. */
export function withoutHoles(region: Region): Region {
  const depth = nestRings(region).map((around) => around.length);
  return union(region.filter((_, i) => depth[i] === 0).map((ring) => [ring]));
}

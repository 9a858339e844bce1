import { flatten, regionOfRings, type CurveContour, type Region, type Segment } from '../geometry';
import type { Lines } from './operation';

/** How near to its curves a part is taken where it is worked on, in mm. */
const TOLERANCE_MM = 0.005;

/** What a part covers; its open lines cover nothing. */
export const regionOf = (lines: Lines): Region =>
  regionOfRings(lines.filter(({ closed }) => closed).map((contour) => flatten(contour, TOLERANCE_MM).points));

/**
 * The same, where it goes into another step of clipping at once: a single ring need not be put right before that, which is half
 * of the work.
 */
export function rawRegionOf(lines: Lines): Region {
  const closed = lines.filter((contour) => contour.closed);
  return closed.length === 1 ? [flatten(closed[0], TOLERANCE_MM).points] : regionOf(closed);
}

/** A region as lines. */
export const linesOf = (region: Region): CurveContour[] =>
  region
    .filter((ring) => ring.length > 2)
    .map((ring) => ({
      closed: true,
      start: [ring[0].x, ring[0].y],
      segments: ring.slice(1).map(({ x, y }): Segment => ['L', x, y]),
    }));

import { flatten, regionOfRings, type CurveContour, type Region, type Segment } from '../geometry';
import type { Lines } from './operation';

/** How near to its curves a part is taken where it is worked on, in mm. */
const TOLERANCE_MM = 0.005;

/** What a part covers; its open lines cover nothing. */
export const regionOf = (lines: Lines): Region =>
  regionOfRings(lines.filter(({ closed }) => closed).map((contour) => flatten(contour, TOLERANCE_MM).points));

/** A region as lines. */
export const linesOf = (region: Region): CurveContour[] =>
  region
    .filter((ring) => ring.length > 2)
    .map((ring) => ({
      closed: true,
      start: [ring[0].x, ring[0].y],
      segments: ring.slice(1).map(({ x, y }): Segment => ['L', x, y]),
    }));

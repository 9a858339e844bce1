import { flatten, nestRings, signedArea, type CurveContour } from '../geometry';

/** Things in order of the size of a contour that stands for each, the largest first. */
export function largestFirst<T>(things: readonly T[], contourOf: (thing: T) => CurveContour | undefined): T[] {
  return things
    .map((thing) => ({ thing, area: areaOf(contourOf(thing)) }))
    .sort((a, b) => b.area - a.area)
    .map(({ thing }) => thing);
}

const areaOf = (contour: CurveContour | undefined): number =>
  contour ? Math.abs(signedArea(flatten(contour, 0.1).points)) : 0;

/** Contours with the outermost first, so that what lies in it counts as its holes. */
export function outermostFirst(contours: readonly CurveContour[]): CurveContour[] {
  const rings = contours.map((contour) => flatten(contour, 0.05).points);
  const nesting = nestRings(rings);
  return contours
    .map((contour, i) => ({ contour, depth: nesting[i].length, area: Math.abs(signedArea(rings[i])) }))
    .sort((a, b) => a.depth - b.depth || b.area - a.area)
    .map(({ contour }) => contour);
}

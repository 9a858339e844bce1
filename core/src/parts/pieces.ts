import { flatten, nestRings, signedArea, type CurveContour } from '../geometry';

/** A contour of a reading: the number of its part there, and its number within that part. */
export type Piece = readonly [part: number, contour: number];

/** The pieces of a part as it was read. */
export const wholePart = (part: number, contours: number): Piece[] =>
  Array.from({ length: contours }, (_, contour): Piece => [part, contour]);

/** Every contour for itself, in order of size: what taking a part apart makes of it. */
export function takenApart(pieces: readonly Piece[], contourOf: (piece: Piece) => CurveContour): Piece[][] {
  const size = (piece: Piece) => Math.abs(signedArea(flatten(contourOf(piece), 0.1).points));
  return [...pieces].sort((a, b) => size(b) - size(a)).map((piece) => [piece]);
}

/** Several parts as one: the outermost contour first, so that what lies in it counts as its holes. */
export function putTogether(parts: readonly (readonly Piece[])[], contourOf: (piece: Piece) => CurveContour): Piece[] {
  const pieces = parts.flat();
  const rings = pieces.map((piece) => flatten(contourOf(piece), 0.05).points);
  const nesting = nestRings(rings);
  return pieces
    .map((piece, i) => ({ piece, depth: nesting[i].length, area: Math.abs(signedArea(rings[i])) }))
    .sort((a, b) => a.depth - b.depth || b.area - a.area)
    .map(({ piece }) => piece);
}

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

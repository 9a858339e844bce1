import { difference, flatten, intersection, normalise, union, type CurveContour, type Region } from '../../geometry';
import { assembleParts } from '../assemble-parts';
import type { ArtworkPart } from '../reading';

/** How near straight pieces are to the curves of a window that is put together from several shapes, in mm. */
const TOLERANCE_MM = 0.002;

/** A region as contours that meet nowhere, holes by turns: what shows through a clip path or a mask. */
export type Window = CurveContour[];

const regionOf = (contours: readonly CurveContour[]): Region =>
  normalise(contours.filter(({ closed }) => closed).map((contour) => flatten(contour, TOLERANCE_MM).points));

const windowOf = (region: Region): Window =>
  region.map(([first, ...rest]): CurveContour => ({
    closed: true,
    start: [first.x, first.y],
    segments: rest.map(({ x, y }) => ['L', x, y]),
  }));

/** All that some shapes cover. One shape keeps its curves. */
export function windowOfShapes(shapes: readonly Pick<ArtworkPart, 'contours'>[]): Window {
  const closed = shapes.map(({ contours }) => contours.filter((contour) => contour.closed)).filter((c) => c.length > 0);
  if (closed.length <= 1) return closed.length === 0 ? [] : assembleParts(closed[0], 'evenodd').parts.flat();
  return windowOf(union(closed.map(regionOf)));
}

/** What shows through both. */
export const windowThrough = (one: Window, other: Window): Window =>
  windowOf(intersection(regionOf(one), regionOf(other)));

/** So light a mask shows what lies under it, as a share of white; between the two it shows it in part. */
const SHOWS = 0.9;
const HIDES = 0.1;

/** How light a colour is, as a share of white (SVG 2, luminance of a mask). */
export function lightOf(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16) / 255);
  return 0.2125 * r + 0.7154 * g + 0.0721 * b;
}

/**
 * What shows through a mask of plain shapes, painted one over the other; null where some of it shows things in part, which no
 * tool can cut.
 */
export function windowOfMask(shapes: readonly Pick<ArtworkPart, 'contours' | 'colour'>[]): Window | null {
  let shown: Region = [];
  for (const { contours, colour } of shapes) {
    const light = lightOf(colour);
    if (light > HIDES && light < SHOWS) return null;
    const own = regionOf(contours);
    shown = light >= SHOWS ? union([shown, own]) : difference(shown, own);
  }
  return windowOf(shown);
}

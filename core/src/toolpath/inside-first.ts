import { nestRings, type Polyline } from '../geometry';

/** For each contour, those that lie round it and have to wait for it. */
export type Around = readonly (readonly number[])[];

/** Nothing waits for anything: what is not parted cannot fall out. */
export const freely = (contours: readonly Polyline[]): Around => contours.map(() => []);

/** Whatever lies inside a closed contour comes before that contour, an open line too: what was cut out shifts. */
export function insideFirst(contours: readonly Polyline[]): Around {
  const around: number[][] = contours.map(() => []);
  const closed = contours.flatMap((contour, i) => (contour.closed ? [i] : []));
  const open = contours.flatMap((contour, i) => (!contour.closed && contour.points.length > 1 ? [i] : []));
  // A point-sized ring at a line's start takes part in the nesting, and nothing can lie inside it.
  const probes = open.map((i) => [contours[i].points[0]]);
  const nesting = nestRings([...closed.map((i) => contours[i].points), ...probes]);
  closed.forEach((i, k) => (around[i] = nesting[k].filter((o) => o < closed.length).map((o) => closed[o])));
  open.forEach((i, k) => (around[i] = nesting[closed.length + k].map((o) => closed[o])));
  return around;
}

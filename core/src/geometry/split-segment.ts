import { endOfSegment, type Segment } from './curve';

type XY = readonly [number, number];
const between = (a: XY, b: XY, t: number): [number, number] => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];

/** The point of a segment at t from 0 to 1 (de Casteljau). */
export function pointOnSegment(from: XY, segment: Segment, t: number): [number, number] {
  let points = controlsOf(from, segment);
  while (points.length > 1) points = points.slice(1).map((point, i) => between(points[i], point, t));
  return points[0];
}

/**
 * The stretch of a segment from one t to another; backwards where `to` is less than `from` (blossom of de Casteljau).
 * @returns where it starts, and the segment from there on
 */
export function stretchOfSegment(
  start: XY,
  segment: Segment,
  from: number,
  to: number,
): { start: [number, number]; segment: Segment } {
  const controls = controlsOf(start, segment);
  const degree = controls.length - 1;
  // Control i of the stretch is the blossom at (degree − i) times `from` and i times `to`.
  const blossom = (i: number): [number, number] => {
    let points = controls;
    for (let level = 0; level < degree; level++)
      points = points.slice(1).map((point, k) => between(points[k], point, level < degree - i ? from : to));
    return points[0];
  };
  const moved = Array.from({ length: degree + 1 }, (_, i) => blossom(i));
  return { start: moved[0], segment: [segment[0], ...moved.slice(1).flat()] as Segment };
}

function controlsOf(from: XY, segment: Segment): [number, number][] {
  const numbers = segment.slice(1) as number[];
  const points: [number, number][] = [[from[0], from[1]]];
  for (let i = 0; i + 2 < numbers.length; i += 2) points.push([numbers[i], numbers[i + 1]]);
  return [...points, endOfSegment(segment)];
}

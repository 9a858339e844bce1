import { boundsOf, joinBounds, type Bounds } from './bounds';
import type { Point } from './point';

/** A straight line (`L`), quadratic (`Q`) or cubic (`C`) Bézier from where the contour is; all numbers in mm. */
export type Segment =
  ['L', number, number] | ['Q', number, number, number, number] | ['C', number, number, number, number, number, number];

/** A contour as it was drawn, curves kept. A closed contour ends with a straight line to its start where needed. */
export interface CurveContour {
  closed: boolean;
  start: [number, number];
  segments: Segment[];
}

/** A contour as straight pieces. In a closed one the first point is not repeated at the end. */
export interface Polyline {
  closed: boolean;
  points: Point[];
}

/** A change of place: x' = a·x + c·y + e, y' = b·x + d·y + f. */
export type Affine = readonly [a: number, b: number, c: number, d: number, e: number, f: number];

/** The same contour after an affine change of place; exact for Béziers. */
export function transformContour(contour: CurveContour, [a, b, c, d, e, f]: Affine): CurveContour {
  const map = (x: number, y: number): [number, number] => [a * x + c * y + e, b * x + d * y + f];
  const segments = contour.segments.map((segment): Segment => {
    const [kind, ...numbers] = segment;
    const moved: number[] = [];
    for (let i = 0; i < numbers.length; i += 2) moved.push(...map(numbers[i], numbers[i + 1]));
    return [kind, ...moved] as Segment;
  });
  return { closed: contour.closed, start: map(...contour.start), segments };
}

/** Into how many even pieces a segment is cut so that they stay within `toleranceMm` of it (bound of Wang). */
export function pieceCount([x, y]: readonly [number, number], segment: Segment, toleranceMm: number): number {
  if (segment[0] === 'L') return 1;
  if (segment[0] === 'Q') {
    const [, x1, y1, x2, y2] = segment;
    return Math.ceil(Math.sqrt(Math.hypot(x - 2 * x1 + x2, y - 2 * y1 + y2) / (4 * toleranceMm))) || 1;
  }
  const [, x1, y1, x2, y2, x3, y3] = segment;
  const bend = Math.max(Math.hypot(x - 2 * x1 + x2, y - 2 * y1 + y2), Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3));
  return Math.ceil(Math.sqrt((0.75 * bend) / toleranceMm)) || 1;
}

/** Where a contour is after a segment. */
export const endOfSegment = (segment: Segment): [number, number] => [
  segment[segment.length - 2] as number,
  segment[segment.length - 1] as number,
];

/**
 * Straight pieces that stay within `toleranceMm` of the curve. The number of pieces follows from the bound of Wang
 * (a Bézier of degree n cut evenly into k pieces is off by at most n(n−1)/8 · max|second difference| / k²).
 * Points that repeat the one before are dropped.
 */
export function flatten(contour: CurveContour, toleranceMm: number): Polyline {
  if (!(toleranceMm > 0))
    throw new RangeError(`The flattening tolerance must be more than 0 mm; ${toleranceMm} was given.`);
  let [x, y] = contour.start;
  const points: Point[] = [{ x, y }];
  const add = (px: number, py: number) => {
    const last = points[points.length - 1];
    if (Math.abs(last.x - px) > 1e-9 || Math.abs(last.y - py) > 1e-9) points.push({ x: px, y: py });
  };
  for (const segment of contour.segments) {
    if (segment[0] === 'L') {
      add(segment[1], segment[2]);
    } else if (segment[0] === 'Q') {
      const [, x1, y1, x2, y2] = segment;
      const pieces = pieceCount([x, y], segment, toleranceMm);
      for (let i = 1; i <= pieces; i++) {
        const t = i / pieces;
        const s = 1 - t;
        add(s * s * x + 2 * s * t * x1 + t * t * x2, s * s * y + 2 * s * t * y1 + t * t * y2);
      }
    } else {
      const [, x1, y1, x2, y2, x3, y3] = segment;
      const pieces = pieceCount([x, y], segment, toleranceMm);
      for (let i = 1; i <= pieces; i++) {
        const t = i / pieces;
        const s = 1 - t;
        const [k0, k1, k2, k3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
        add(k0 * x + k1 * x1 + k2 * x2 + k3 * x3, k0 * y + k1 * y1 + k2 * y2 + k3 * y3);
      }
    }
    [x, y] = endOfSegment(segment);
  }
  if (contour.closed && points.length > 1) {
    const last = points[points.length - 1];
    if (Math.abs(last.x - points[0].x) <= 1e-9 && Math.abs(last.y - points[0].y) <= 1e-9) points.pop();
  }
  return { closed: contour.closed, points };
}

/** The rectangle round a set of contours, within `toleranceMm` of the true one; null where there are none. */
export function contourBounds(contours: CurveContour[], toleranceMm = 0.01): Bounds | null {
  return contours.reduce<Bounds | null>((box, contour) => {
    const own = boundsOf(corners(contour) ?? flatten(contour, toleranceMm).points);
    return box && own ? joinBounds(box, own) : (own ?? box);
  }, null);
}

/** The points of a contour of straight pieces alone, which need no flattening; null where there are curves. */
function corners({ start, segments }: CurveContour): Point[] | null {
  const points: Point[] = [{ x: start[0], y: start[1] }];
  for (const segment of segments) {
    if (segment[0] !== 'L') return null;
    points.push({ x: segment[1], y: segment[2] });
  }
  return points;
}

import { Matrix, solve } from 'ml-matrix';
import type { Point } from './point';

/** A projective map of the plane. */
export type Homography = (point: Point) => Point;

/**
 * The projective map that takes four points to four others, as a photo shows a flat thing askew (direct linear
 * transformation; Hartley and Zisserman 2004, 4.1).
 * @throws RangeError unless four of each come, no three of them in a line
 */
export function homography(from: readonly Point[], to: readonly Point[]): Homography {
  if (from.length !== 4 || to.length !== 4)
    throw new RangeError(`Four corners were expected; ${from.length} and ${to.length} came.`);
  for (const corners of [from, to])
    if (hasThreeInLine(corners)) throw new RangeError('Three of the four corners lie in a line.');
  const rows = from.flatMap(({ x, y }, i) => {
    const { x: u, y: v } = to[i];
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y],
      [0, 0, 0, x, y, 1, -v * x, -v * y],
    ];
  });
  const [a, b, c, d, e, f, g, h] = solve(
    new Matrix(rows),
    Matrix.columnVector(to.flatMap(({ x, y }) => [x, y])),
  ).to1DArray();
  return ({ x, y }) => {
    const w = g * x + h * y + 1;
    return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
  };
}

function hasThreeInLine(points: readonly Point[]): boolean {
  const size = Math.max(...points.map(({ x, y }) => Math.hypot(x - points[0].x, y - points[0].y)));
  for (let skip = 0; skip < 4; skip++) {
    const [p, q, r] = points.filter((_, i) => i !== skip);
    if (Math.abs((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x)) < 1e-6 * size * size) return true;
  }
  return false;
}

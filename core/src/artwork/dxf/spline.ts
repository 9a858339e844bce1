import type { CurveContour, Segment } from '../../geometry';

/** A B-spline as a drawing gives it; weights where it is rational. */
export interface Spline {
  degree: number;
  knots: number[];
  points: [number, number][];
  weights?: number[];
}

/** A rational span is not a polynomial: it is cut into so many cubic pieces. */
const RATIONAL_PIECES = 8;
/** Homogeneous coordinates: x·w, y·w, w. */
type Weighted = [number, number, number];

/**
 * A B-spline as cubic Béziers, one for each span of its knots (eight where it is rational), from the end points and
 * slopes of each: exact for degrees up to 3 without weights.
 * @throws RangeError where knots, points and degree do not belong together
 */
export function splineContour({ degree, knots, points, weights }: Spline): CurveContour {
  if (!(degree >= 1 && degree <= 3)) throw new RangeError(`Splines of degree 1 to 3 are read; degree ${degree} came.`);
  if (points.length <= degree || knots.length !== points.length + degree + 1)
    throw new RangeError(
      `A spline of degree ${degree} with ${points.length} points has ${points.length + degree + 1} knots; ${knots.length} came.`,
    );
  if (knots.some((knot, i) => i > 0 && knot < knots[i - 1]))
    throw new RangeError('The knots of a spline never go back.');
  const control = points.map(([x, y], i): Weighted => {
    const w = weights?.[i] ?? 1;
    return [x * w, y * w, w];
  });
  const slopes = control.slice(1).map((point, i): Weighted => {
    const span = knots[i + degree + 1] - knots[i + 1];
    return point.map((value, k) => (span > 0 ? (degree * (value - control[i][k])) / span : 0)) as Weighted;
  });
  const at = (t: number, span: number): { point: [number, number]; slope: [number, number] } => {
    const [x, y, w] = deBoor(control, knots, degree, t, span);
    const [dx, dy, dw] = degree > 1 ? deBoor(slopes, knots.slice(1, -1), degree - 1, t, span - 1) : slopes[span - 1];
    const point: [number, number] = [x / w, y / w];
    return { point, slope: [(dx - dw * point[0]) / w, (dy - dw * point[1]) / w] };
  };
  const isRational = weights?.some((weight) => Math.abs(weight - weights[0]) > 1e-9) ?? false;
  const segments: Segment[] = [];
  for (let span = degree; span < points.length; span++) {
    const [from, to] = [knots[span], knots[span + 1]];
    if (to - from < 1e-12) continue;
    const pieces = isRational ? RATIONAL_PIECES : 1;
    for (let i = 0; i < pieces; i++) {
      const [a, b] = [from + ((to - from) * i) / pieces, from + ((to - from) * (i + 1)) / pieces];
      const [start, end] = [at(a, span), at(b, span)];
      const third = (b - a) / 3;
      segments.push(
        degree === 1
          ? ['L', ...end.point]
          : [
              'C',
              start.point[0] + third * start.slope[0],
              start.point[1] + third * start.slope[1],
              end.point[0] - third * end.slope[0],
              end.point[1] - third * end.slope[1],
              ...end.point,
            ],
      );
    }
  }
  const first = at(knots[degree], firstSpan(knots, degree, points.length)).point;
  return { closed: false, start: first, segments };
}

const firstSpan = (knots: readonly number[], degree: number, count: number): number => {
  for (let span = degree; span < count; span++) if (knots[span + 1] - knots[span] >= 1e-12) return span;
  return degree;
};

/** The point of a B-spline at a parameter within a span of its knots (de Boor 1972). */
function deBoor(
  control: readonly Weighted[],
  knots: readonly number[],
  degree: number,
  t: number,
  span: number,
): Weighted {
  const d = Array.from({ length: degree + 1 }, (_, j) => [...control[j + span - degree]] as Weighted);
  for (let r = 1; r <= degree; r++) {
    for (let j = degree; j >= r; j--) {
      const low = knots[j + span - degree];
      const width = knots[j + 1 + span - r] - low;
      const share = width > 0 ? (t - low) / width : 0;
      for (let k = 0; k < 3; k++) d[j][k] = (1 - share) * d[j - 1][k] + share * d[j][k];
    }
  }
  return d[degree];
}

import { flatten, type Bounds, type CurveContour, type Point, type Segment } from '../geometry';
import { coneOf, CUP_MEASURES, length, missIfStraight, type Cone, type Measures } from '../measured';
import { formatNumber } from '../units';
import { OperationRefusedError, type Operation } from './operation';
import { boxOf } from './repeats';

/** A line is cut until its pieces are this near to where it is bent to, in mm. */
const TOLERANCE_MM = 0.02;
const MOST_CUTS = 14;

/** A design bent so that it lies straight on a tapered cup, and meets itself at the seam. */
export const CONE: Operation = {
  name: 'cone',
  label: 'Bend to a cup',
  needs: 'one',
  takesGroups: true,
  measures: [
    ...CUP_MEASURES,
    length('down', 'Below the upper edge', 0, { min: 0, max: 2000, step: 0.5 }),
    length('aside', 'To the right of the middle', 0, { min: -2000, max: 2000, step: 0.5 }),
  ],
  asOneOf: (all, own, measures) => ({
    ...measures,
    down: (measures.down ?? 0) + own.minY - all.minY,
    aside: (measures.aside ?? 0) + (own.minX + own.maxX - all.minX - all.maxX) / 2,
  }),
  tell: (_, measures) => {
    const cone = coneOf(measures);
    const miss = missIfStraight(cone);
    if (miss < 0.05) return null;
    return `Left straight it would miss by ${formatNumber(miss, 1)} mm at the seam. Once round it is ${formatNumber(Math.max(...cone.edges), 1)} mm at its wide end; a design is as wide as it was drawn half way up, where it is ${formatNumber(cone.around, 1)} mm.`;
  },
  apply: ([lines], measures) => {
    const cone = coneOf(measures);
    const box = boxOf(lines);
    if (!Number.isFinite(cone.radius)) return [...lines];
    const half = (box.maxX - box.minX) / 2 + Math.abs(measures.aside);
    refuseFold(cone, 2 * half, box.maxY - box.minY + measures.down);
    const { x: middle, y: top } = upperMiddleOf(box, measures);
    const bend = ({ x, y }: Point): Point => {
      const on = cone.bend(x - middle, y - top);
      return { x: on.x + middle, y: on.y + top };
    };
    return lines.map((contour) => bent(contour, bend));
  },
};

/** Where the middle of the upper edge of the unrolled wall lies for a design that is bent to it, by the box that it had before. */
export const upperMiddleOf = ({ minX, maxX, minY }: Bounds, { down = 0, aside = 0 }: Measures): Point => ({
  x: (minX + maxX) / 2 - aside,
  y: minY - down,
});

function refuseFold(cone: Cone, width: number, down: number): void {
  const mm = (value: number) => formatNumber(Math.floor(value * 10) / 10, 1);
  if (width > cone.around + 0.05)
    throw new OperationRefusedError(
      `it is ${mm(width)} mm wide, and once round the cup is ${mm(cone.around)} mm half way up (${mm(Math.max(...cone.edges))} mm at its wide end): it would lie over itself`,
    );
  const apex = cone.narrowsDown ? cone.radius : Infinity;
  if (down > Math.min(apex, cone.slant) + 0.05)
    throw new OperationRefusedError(
      `it reaches ${mm(down)} mm down the wall, and the wall is ${mm(cone.slant)} mm from edge to edge`,
    );
}

function bent(contour: CurveContour, bend: (point: Point) => Point): CurveContour {
  const { points, closed } = flatten(contour, TOLERANCE_MM / 4);
  const way = closed ? [...points, points[0]] : points;
  const made: Point[] = [bend(way[0])];
  for (let i = 1; i < way.length; i++) cut(way[i - 1], way[i], bend, MOST_CUTS, made);
  if (closed) made.pop();
  return {
    closed,
    start: [made[0].x, made[0].y],
    segments: made.slice(1).map(({ x, y }): Segment => ['L', x, y]),
  };
}

/** Adds the way to a point in pieces that are near enough to where it is bent to. */
function cut(from: Point, to: Point, bend: (point: Point) => Point, left: number, made: Point[]): void {
  const [a, b] = [made.at(-1)!, bend(to)];
  const half = { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
  const on = bend(half);
  if (left === 0 || Math.hypot(on.x - (a.x + b.x) / 2, on.y - (a.y + b.y) / 2) <= TOLERANCE_MM) {
    made.push(b);
    return;
  }
  cut(from, half, bend, left - 1, made);
  cut(half, to, bend, left - 1, made);
}

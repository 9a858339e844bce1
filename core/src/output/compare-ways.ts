import type { Bounds, Point } from '../geometry';
import { engravedArea, planStep, USUAL_INTERVAL_MM, type StepRequest } from './step-plan';

/** One way to engrave, as it would come out. */
export interface WayCompared {
  seconds: number;
  /** True where the speed scale was never measured. */
  isRough: boolean;
  cutMm: number;
  travelMm: number;
  /** The very lines at an edge of the area, through a loupe; null where there is nothing to engrave. */
  loupe: { box: Bounds; lines: Point[][]; lineMm: number } | null;
}

/** So many lines, one beside the other, are seen through the loupe. */
const LINES_SEEN = 22;
const USUAL_SPOT_MM = 0.1;

/**
 * What a step takes in one way of engraving, reckoned from the machine's motion, and its lines where the area has its leftmost edge.
 * @param intervalMm of the lines that are seen through the loupe: the same for all ways that are compared; null for what is usual
 */
export function compareWay(request: StepRequest, intervalMm: number | null): WayCompared {
  const { placed, strokes, estimate, isRough } = planStep(request);
  const box = loupeAt(engravedArea(placed).flat(), (intervalMm ?? USUAL_INTERVAL_MM) * LINES_SEEN);
  return {
    ...estimate,
    isRough,
    loupe: box && {
      box,
      lines: strokes.flatMap(({ points }) => clipped(points, box)),
      lineMm: request.machine.spotMm ?? USUAL_SPOT_MM,
    },
  };
}

/** A square of some size at the leftmost point, most of it to the right of it. */
function loupeAt(points: readonly Point[], size: number): Bounds | null {
  if (points.length === 0) return null;
  const left = points.reduce((best, point) => (point.x < best.x ? point : best));
  return { minX: left.x - size * 0.15, maxX: left.x + size * 0.85, minY: left.y - size / 2, maxY: left.y + size / 2 };
}

/** What of a line lies in a box, piece by piece. */
function clipped(points: readonly Point[], box: Bounds): Point[][] {
  const pieces: Point[][] = [];
  let open: Point[] | null = null;
  for (let i = 1; i < points.length; i++) {
    const piece = within(points[i - 1], points[i], box);
    if (!piece) {
      open = null;
      continue;
    }
    const last: Point | undefined = open?.[open.length - 1];
    if (open && last && last.x === piece[0].x && last.y === piece[0].y) open.push(piece[1]);
    else pieces.push((open = [...piece]));
  }
  return pieces;
}

/** The stretch of a straight line in a box (Liang and Barsky); null where none is. */
function within(a: Point, b: Point, { minX, maxX, minY, maxY }: Bounds): [Point, Point] | null {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  let [from, to] = [0, 1];
  for (const [step, room] of [
    [-dx, a.x - minX],
    [dx, maxX - a.x],
    [-dy, a.y - minY],
    [dy, maxY - a.y],
  ]) {
    if (step === 0 && room < 0) return null;
    if (step === 0) continue;
    const t = room / step;
    if (step < 0) from = Math.max(from, t);
    else to = Math.min(to, t);
  }
  if (from > to) return null;
  const at = (t: number): Point => (t === 0 ? a : t === 1 ? b : { x: a.x + dx * t, y: a.y + dy * t });
  return [at(from), at(to)];
}

import { distance, type Point } from '../../geometry';

/** A straight stretch of an outline: a point on it, and the way it goes as a unit vector. */
export interface Straight {
  at: Point;
  way: Point;
}

/** A straight stretch is at least so many pixels long. */
const LEAST_PX = 4;
/** At its ends, where pixels round corners off, so much is not looked at, in px. */
const ENDS_PX = 1.2;
/** So far it may bow from one end to the other, and so far may any point lie beside it; in px. */
const MOST_BOW_PX = 0.15;
const MOST_BOW_HARD_PX = 0.3;
const MOST_OFF_PX = 0.6;

/**
 * The straight line that a stretch of an outline runs along, by least squares; null where it is short, or a curve.
 * @param points its points in mm, its ends among them
 * @param pixelMm how large a pixel is
 * @param isHard the picture knows no greys between: its edges are stairs
 */
export function straightOf(points: readonly Point[], pixelMm: number, isHard: boolean): Straight | null {
  const [first, last] = [points[0], points[points.length - 1]];
  if (distance(first, last) < LEAST_PX * pixelMm) return null;
  const inner = points.filter(
    (point) => distance(point, first) > ENDS_PX * pixelMm && distance(point, last) > ENDS_PX * pixelMm,
  );
  if (inner.length < 3) return null;
  const at = {
    x: inner.reduce((sum, { x }) => sum + x, 0) / inner.length,
    y: inner.reduce((sum, { y }) => sum + y, 0) / inner.length,
  };
  let [xx, xy, yy] = [0, 0, 0];
  for (const { x, y } of inner) {
    const [dx, dy] = [x - at.x, y - at.y];
    xx += dx * dx;
    xy += dx * dy;
    yy += dy * dy;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  let way = { x: Math.cos(angle), y: Math.sin(angle) };
  if (way.x * (last.x - first.x) + way.y * (last.y - first.y) < 0) way = { x: -way.x, y: -way.y };
  const along = inner.map(({ x, y }) => (x - at.x) * way.x + (y - at.y) * way.y);
  const beside = inner.map(({ x, y }) => (y - at.y) * way.x - (x - at.x) * way.y);
  if (beside.some((off) => Math.abs(off) > MOST_OFF_PX * pixelMm)) return null;
  const bow = bowOf(along, beside);
  return Math.abs(bow) <= (isHard ? MOST_BOW_HARD_PX : MOST_BOW_PX) * pixelMm ? { at, way } : null;
}

/** How far the middle of a stretch stands off the line through its ends, by a parabola through its points. */
function bowOf(along: readonly number[], beside: readonly number[]): number {
  const reach = Math.max(...along.map(Math.abs));
  const squares = along.map((t) => (t / reach) ** 2);
  const mean = squares.reduce((sum, value) => sum + value, 0) / squares.length;
  let [up, down] = [0, 0];
  squares.forEach((square, i) => {
    up += (square - mean) * beside[i];
    down += (square - mean) ** 2;
  });
  return down > 0 ? up / down : 0;
}

/** The straight line from one point to another. */
export function through(a: Point, b: Point): Straight {
  const length = distance(a, b) || 1;
  return { at: a, way: { x: (b.x - a.x) / length, y: (b.y - a.y) / length } };
}

/** Where two lines meet; null where they run along each other. */
export function meetingOf(a: Straight, b: Straight): Point | null {
  const cross = a.way.x * b.way.y - a.way.y * b.way.x;
  if (Math.abs(cross) < 0.02) return null;
  const t = ((b.at.x - a.at.x) * b.way.y - (b.at.y - a.at.y) * b.way.x) / cross;
  return { x: a.at.x + t * a.way.x, y: a.at.y + t * a.way.y };
}

/** The nearest point of a line. */
export function onto({ at, way }: Straight, { x, y }: Point): Point {
  const t = (x - at.x) * way.x + (y - at.y) * way.y;
  return { x: at.x + t * way.x, y: at.y + t * way.y };
}

/** How far the way turns from one line to the next, in radians. */
export const turnBetween = ({ way: a }: Straight, { way: b }: Straight): number =>
  Math.atan2(a.x * b.y - a.y * b.x, a.x * b.x + a.y * b.y);

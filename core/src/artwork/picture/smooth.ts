import simplify from 'simplify-js';
import type { CurveContour, Point, Segment } from '../../geometry';

/** Where the thinned outline turns by more than this it has a corner. */
const CORNER_TURN = (50 * Math.PI) / 180;

/**
 * A ring of many short pieces (x, y after each other, in px) as a closed contour of few curves in mm that stays within
 * `toleranceMm` of it: thinned (Ramer 1972, Douglas & Peucker 1973) to half of that, then a smooth curve through the
 * points that are left, with slopes from their neighbours (Catmull & Rom 1974), held within the other half; corners stay corners.
 * null where nothing is left of it.
 * @param pixel how wide and how high a pixel is, in mm
 */
export function smoothRing(
  ring: Float64Array,
  pixel: { x: number; y: number },
  toleranceMm: number,
): CurveContour | null {
  const half = toleranceMm / 2;
  const polygon = withCorners(thinned(ring, pixel, half), 1.5 * Math.max(pixel.x, pixel.y));
  const count = polygon.length;
  if (count < 3) return null;
  const slopes = polygon.map((point, i) => slopeAt(polygon[(i + count - 1) % count], point, polygon[(i + 1) % count]));
  const segments: Segment[] = [];
  for (let i = 0; i < count; i++)
    segments.push(between(polygon[i], slopes[i], polygon[(i + 1) % count], slopes[(i + 1) % count], half));
  return { closed: true, start: [polygon[0].x, polygon[0].y], segments };
}

function thinned(ring: Float64Array, pixel: { x: number; y: number }, withinMm: number): Point[] {
  const points: Point[] = [];
  for (let i = 0; i < ring.length; i += 2) points.push({ x: ring[i] * pixel.x, y: ring[i + 1] * pixel.y });
  // Opened at two points far from each other, so that a ring is not taken for a line that goes nowhere.
  const a = farthest(points, points[0]);
  const turned = [...points.slice(a), ...points.slice(0, a)];
  const b = farthest(turned, turned[0]);
  if (b === 0) return [];
  const run = (part: Point[]) => simplify(part, withinMm, true).slice(0, -1);
  return [...run(turned.slice(0, b + 1)), ...run([...turned.slice(b), turned[0]])];
}

/** A corner that the pixels cut off by a short side is put back where its two neighbours meet. */
function withCorners(polygon: Point[], shortMm: number): Point[] {
  const count = polygon.length;
  const at = (i: number) => polygon[(i + count) % count];
  const corners: Point[] = [];
  for (let i = 0; i < count; i++) {
    const [before, from, to, after] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const met =
      count > 4 &&
      Math.hypot(to.x - from.x, to.y - from.y) < shortMm &&
      Math.abs(turnOf(before, from, to, after)) > CORNER_TURN
        ? meeting(before, from, to, after)
        : null;
    if (met && Math.hypot(met.x - from.x, met.y - from.y) < shortMm) {
      corners.push(met);
      i += 1;
    } else corners.push(from);
  }
  return corners;
}

/** How far the way turns from its first side to its last. */
function turnOf(a: Point, b: Point, c: Point, d: Point): number {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  return Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy);
}

/** Where the lines a–b and c–d meet; null where they run along each other. */
function meeting(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = ux * vy - uy * vx;
  if (Math.abs(cross) < 1e-9) return null;
  const t = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
  return { x: a.x + t * ux, y: a.y + t * uy };
}

function farthest(points: Point[], from: Point): number {
  let best = 0;
  let most = 0;
  points.forEach((point, i) => {
    const far = (point.x - from.x) ** 2 + (point.y - from.y) ** 2;
    if (far > most) [most, best] = [far, i];
  });
  return best;
}

/** The direction of the curve at a point, as a unit vector; null at a corner. */
function slopeAt(before: Point, at: Point, after: Point): Point | null {
  if (Math.abs(turnOf(before, at, at, after)) > CORNER_TURN) return null;
  const [ax, ay, bx, by] = [at.x - before.x, at.y - before.y, after.x - at.x, after.y - at.y];
  const [la, lb] = [Math.hypot(ax, ay), Math.hypot(bx, by)];
  // The shorter side says more about the slope (exact for three points of a parabola).
  const [x, y] = [(ax / la) * lb + (bx / lb) * la, (ay / la) * lb + (by / lb) * la];
  const length = Math.hypot(x, y) || 1;
  return { x: x / length, y: y / length };
}

/** The curve from one point to the next. It bulges from the straight line by at most 3/4 of what its handles stand off. */
function between(from: Point, leaving: Point | null, to: Point, arriving: Point | null, mostMm: number): Segment {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy);
  if (!leaving && !arriving) return ['L', to.x, to.y];
  const handle = (slope: Point | null): Point => {
    if (!slope) return { x: dx / 3, y: dy / 3 };
    const off = Math.abs(slope.x * dy - slope.y * dx) / 3;
    // A curve of one bend stands off its chord by 3/4 of its handles.
    const scale = off > 0 ? Math.min(1, mostMm / (0.75 * off)) : 1;
    return { x: (slope.x * length * scale) / 3, y: (slope.y * length * scale) / 3 };
  };
  const [a, b] = [handle(leaving), handle(arriving)];
  return ['C', from.x + a.x, from.y + a.y, to.x - b.x, to.y - b.y, to.x, to.y];
}

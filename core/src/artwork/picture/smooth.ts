import simplify from 'simplify-js';
import type { CurveContour, Point, Segment } from '../../geometry';
import { meetingOf, onto, straightOf, through, turnBetween, type Straight } from './straight';

/** Where the thinned outline turns by more than this it has a corner. */
const CORNER_TURN = (50 * Math.PI) / 180;
/** Two straight sides meet in a corner where the way turns by more than this. */
const SIDES_TURN = (12 * Math.PI) / 180;
/** Outlines of pictures without greys are stairs: they are thinned to so much of a pixel at least. */
const STAIRS_PX = 0.6;
/** A short side that pixels cut a corner off by, in px. */
const SHORT_PX = 1.5;
/** What lies between two straight sides that meet is at most so long, in px; more where they meet in a sharp tip. */
const BLUNT_PX = 2;

/**
 * A ring of many short pieces (x, y after each other, in px) as a closed contour of few curves in mm that stays within
 * `toleranceMm` of it: thinned (Ramer 1972, Douglas & Peucker 1973) to half of that, then straight sides where it is straight, by
 * least squares, meeting in the corners that pixels round off; elsewhere a smooth curve through the points that are left, with slopes
 * from their neighbours (Catmull & Rom 1974), held within the other half.
 * null where nothing is left of it.
 * @param pixel how wide and how high a pixel is, in mm
 */
export function smoothRing(
  ring: Float64Array,
  pixel: { x: number; y: number },
  toleranceMm: number,
): CurveContour | null {
  const half = toleranceMm / 2;
  const pixelMm = Math.max(pixel.x, pixel.y);
  const isHard = isOfStairs(ring);
  const points: Point[] = [];
  for (let i = 0; i < ring.length; i += 2) points.push({ x: ring[i] * pixel.x, y: ring[i + 1] * pixel.y });
  const thin = thinned(points, isHard ? Math.max(half, STAIRS_PX * pixelMm) : half);
  const polygon = withMeetings(withStraights(thin, points, pixelMm, isHard), pixelMm);
  const count = polygon.length;
  if (count < 3) return null;
  const at = (i: number) => polygon[(i + count) % count];
  const slopes = polygon.map((vertex, i) => slopeAt(at(i - 1), vertex, at(i + 1)));
  const segments: Segment[] = [];
  for (let i = 0; i < count; i++) {
    const [from, to] = [at(i), at(i + 1)];
    segments.push(from.side ? ['L', to.x, to.y] : between(from, slopes[i], to, slopes[(i + 1) % count], half));
  }
  return { closed: true, start: [polygon[0].x, polygon[0].y], segments };
}

/** A corner of the thinned outline, and the straight line that it goes on along; null where that is a curve. */
interface Vertex extends Point {
  side: Straight | null;
}

/** Whether all of a ring's points lie midway between two pixels, as they do where there are no greys. */
function isOfStairs(ring: Float64Array): boolean {
  for (let i = 0; i < ring.length; i++) if (Math.abs(ring[i] * 2 - Math.round(ring[i] * 2)) > 0.02) return false;
  return true;
}

function thinned(points: Point[], withinMm: number): Point[] {
  // Opened at two points far from each other, so that a ring is not taken for a line that goes nowhere.
  const a = farthest(points, points[0]);
  const turned = [...points.slice(a), ...points.slice(0, a)];
  const b = farthest(turned, turned[0]);
  if (b === 0) return [];
  const run = (part: Point[]) => simplify(part, withinMm, true).slice(0, -1);
  return [...run(turned.slice(0, b + 1)), ...run([...turned.slice(b), turned[0]])];
}

/** The thinned outline with the straight lines that its sides run along. */
function withStraights(thin: readonly Point[], points: Point[], pixelMm: number, isHard: boolean): Vertex[] {
  const places = new Map(points.map((point, i) => [point, i]));
  return thin.map((vertex, k) => {
    const [from, to] = [places.get(vertex)!, places.get(thin[(k + 1) % thin.length])!];
    const stretch = to > from ? points.slice(from, to + 1) : [...points.slice(from), ...points.slice(0, to + 1)];
    return { x: vertex.x, y: vertex.y, side: straightOf(stretch, pixelMm, isHard) };
  });
}

/** Straight sides meet where their lines do, also where pixels have cut a short side off between them. */
function withMeetings(vertices: Vertex[], pixelMm: number): Vertex[] {
  const count = vertices.length;
  const begin = vertices.findIndex(({ side }) => side);
  if (begin < 0) return withCorners(vertices, SHORT_PX * pixelMm);
  const turned = [...vertices.slice(begin), ...vertices.slice(0, begin)];
  const kept: Vertex[] = [];
  for (let i = 0; i < count;) {
    const { side } = turned[i];
    let next = i + 1;
    while (next < count && !turned[next].side) next += 1;
    const between = turned.slice(i + 1, next + 1 <= count ? next + 1 : count);
    if (next >= count) between.push(turned[0]);
    const met = side && cornerOf(side, turned[next % count].side!, between, pixelMm);
    kept.push(turned[i]);
    // The corner stands in the place of all that lies between the two sides.
    if (met) turned[next % count] = { ...met, side: turned[next % count].side };
    else kept.push(...turned.slice(i + 1, next));
    if (met && next >= count) kept[0] = turned[0];
    i = next;
  }
  const settled = kept.map((vertex, i) => {
    const before = kept[(i + kept.length - 1) % kept.length];
    return vertex.side && !before.side ? { ...onto(vertex.side, vertex), side: vertex.side } : vertex;
  });
  return withCorners(settled.length >= 3 ? settled : vertices, SHORT_PX * pixelMm);
}

/** Where two sides meet; null where they do not, or too far from what lies between them to be its corner. */
function cornerOf(a: Straight, b: Straight, between: readonly Point[], pixelMm: number): Point | null {
  const turn = Math.abs(turnBetween(a, b));
  if (turn < SIDES_TURN) return null;
  const met = meetingOf(a, b);
  if (!met) return null;
  const tip = Math.sin((Math.PI - turn) / 2);
  const reach = (BLUNT_PX / Math.max(0.2, tip)) * pixelMm;
  return between.every(({ x, y }) => Math.hypot(x - met.x, y - met.y) < reach) ? met : null;
}

/** A corner that the pixels cut off by a short side is put back where its two neighbours meet. */
function withCorners(polygon: Vertex[], shortMm: number): Vertex[] {
  const count = polygon.length;
  const at = (i: number) => polygon[(i + count) % count];
  const corners: Vertex[] = [];
  for (let i = 0; i < count; i++) {
    const [before, from, to, after] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const met =
      count > 4 &&
      Math.hypot(to.x - from.x, to.y - from.y) < shortMm &&
      Math.abs(turnOf(before, from, to, after)) > CORNER_TURN
        ? meetingOf(through(before, from), through(to, after))
        : null;
    if (met && i + 1 < count && Math.hypot(met.x - from.x, met.y - from.y) < shortMm) {
      corners.push({ ...met, side: to.side });
      i += 1;
    } else corners.push(from);
  }
  return corners;
}

/** How far the way turns from its first side to its last. */
const turnOf = (a: Point, b: Point, c: Point, d: Point): number => turnBetween(through(a, b), through(c, d));

function farthest(points: Point[], from: Point): number {
  let best = 0;
  let most = 0;
  points.forEach((point, i) => {
    const far = (point.x - from.x) ** 2 + (point.y - from.y) ** 2;
    if (far > most) [most, best] = [far, i];
  });
  return best;
}

/** The direction of the curve at a point, as a unit vector: that of a straight side that it goes on from; null at a corner. */
function slopeAt(before: Vertex, at: Vertex, after: Point): Point | null {
  if (Math.abs(turnOf(before, at, at, after)) > CORNER_TURN) return null;
  if (before.side || at.side) return before.side && at.side ? null : (before.side ?? at.side)!.way;
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

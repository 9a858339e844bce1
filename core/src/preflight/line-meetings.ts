import Flatbush from 'flatbush';
import { distance, joinBounds, type Bounds, type Point, type Polyline } from '../geometry';
import type { PlacedPart } from '../layout';

/** Lines nearer than this count as one on another, in mm. */
const TOLERANCE_MM = 0.05;

/** A contour on the sheet, and whose it is. */
export interface Line extends Polyline {
  part: number;
}

/** Where lines of a step run along each other or cross, by the numbers of the lines. */
export interface LineMeetings {
  lines: Line[];
  shared: { a: number; b: number; lengthMm: number; place: Bounds }[];
  crossings: { a: number; b: number; at: Point }[];
}

interface Piece {
  line: number;
  /** Position within its line. */
  at: number;
  from: Point;
  to: Point;
}

const known = new WeakMap<readonly PlacedPart[], LineMeetings>();

/** Finds where lines meet, once for all checks of the same parts: a spatial index over all their pieces. */
export function lineMeetings(placed: readonly PlacedPart[]): LineMeetings {
  const before = known.get(placed);
  if (before) return before;
  const lines = placed.flatMap((part, i) => part.contours.map((contour): Line => ({ ...contour, part: i })));
  const found = search(lines);
  known.set(placed, found);
  return found;
}

function search(lines: Line[]): LineMeetings {
  const pieces: Piece[] = [];
  lines.forEach(({ points, closed }, line) => {
    const last = closed ? points.length : points.length - 1;
    for (let i = 0; i < last; i++) pieces.push({ line, at: i, from: points[i], to: points[(i + 1) % points.length] });
  });
  if (pieces.length < 2) return { lines, shared: [], crossings: [] };
  const index = new Flatbush(pieces.length);
  for (const { from, to } of pieces)
    index.add(Math.min(from.x, to.x), Math.min(from.y, to.y), Math.max(from.x, to.x), Math.max(from.y, to.y));
  index.finish();
  const shared = new Map<string, LineMeetings['shared'][number]>();
  const crossings: LineMeetings['crossings'] = [];
  for (let i = 0; i < pieces.length; i++) {
    const piece = pieces[i];
    const { from, to } = piece;
    const near = index.search(
      Math.min(from.x, to.x) - TOLERANCE_MM,
      Math.min(from.y, to.y) - TOLERANCE_MM,
      Math.max(from.x, to.x) + TOLERANCE_MM,
      Math.max(from.y, to.y) + TOLERANCE_MM,
      (j) =>
        j > i && !(pieces[j].line === piece.line && areNeighbours(piece, pieces[j], lines[piece.line].points.length)),
    );
    for (const j of near) {
      const other = pieces[j];
      const lengthMm = sharedLength(piece, other);
      if (lengthMm >= TOLERANCE_MM) {
        const key = `${piece.line}:${other.line}`;
        const place = overlap(boxOf(piece), boxOf(other));
        const so = shared.get(key);
        shared.set(
          key,
          so
            ? { ...so, lengthMm: so.lengthMm + lengthMm, place: joinBounds(so.place, place) }
            : { a: piece.line, b: other.line, lengthMm, place },
        );
        continue;
      }
      const at = crossing(piece, other);
      if (at) crossings.push({ a: piece.line, b: other.line, at });
    }
  }
  return { lines, shared: [...shared.values()], crossings };
}

const boxOf = ({ from, to }: Piece): Bounds => ({
  minX: Math.min(from.x, to.x),
  minY: Math.min(from.y, to.y),
  maxX: Math.max(from.x, to.x),
  maxY: Math.max(from.y, to.y),
});

/** Where two pieces cross within both; null where they only touch or run beside each other. */
function crossing({ from: a, to: b }: Piece, { from: c, to: d }: Piece): Point | null {
  const [ux, uy, vx, vy] = [b.x - a.x, b.y - a.y, d.x - c.x, d.y - c.y];
  const cross = ux * vy - uy * vx;
  if (Math.abs(cross) < 1e-12) return null;
  const s = ((c.x - a.x) * vy - (c.y - a.y) * vx) / cross;
  const t = ((c.x - a.x) * uy - (c.y - a.y) * ux) / cross;
  // An end that lies on the other line touches it; to cross, both must go on by more than the tolerance.
  const [slackS, slackT] = [TOLERANCE_MM / (Math.hypot(ux, uy) || 1), TOLERANCE_MM / (Math.hypot(vx, vy) || 1)];
  const within = (share: number, slack: number) => share > Math.min(slack, 0.01) && share < 1 - Math.min(slack, 0.01);
  return within(s, slackS) && within(t, slackT) ? { x: a.x + s * ux, y: a.y + s * uy } : null;
}

function areNeighbours(a: Piece, b: Piece, count: number): boolean {
  const apart = Math.abs(a.at - b.at);
  return apart <= 1 || apart === count - 1;
}

/** How far two straight pieces run along each other within the tolerance, in mm. */
function sharedLength(a: Piece, b: Piece): number {
  const length = distance(a.from, a.to);
  if (length < 1e-9) return 0;
  const ux = (a.to.x - a.from.x) / length;
  const uy = (a.to.y - a.from.y) / length;
  const along = (p: Point) => (p.x - a.from.x) * ux + (p.y - a.from.y) * uy;
  const beside = (p: Point) => Math.abs((p.x - a.from.x) * uy - (p.y - a.from.y) * ux);
  const [s, t] = [along(b.from), along(b.to)].sort((x, y) => x - y);
  const stretch = Math.min(length, t) - Math.max(0, s);
  // Both ends of the shorter piece have to be near the longer one's line, or the two only cross.
  const isAlong =
    t - s < length
      ? beside(b.from) <= TOLERANCE_MM && beside(b.to) <= TOLERANCE_MM
      : besideOf(b, a.from) <= TOLERANCE_MM && besideOf(b, a.to) <= TOLERANCE_MM;
  return isAlong && stretch > 0 ? stretch : 0;
}

function besideOf({ from, to }: Piece, p: Point): number {
  const length = distance(from, to) || 1;
  return Math.abs((p.x - from.x) * (to.y - from.y) - (p.y - from.y) * (to.x - from.x)) / length;
}

const overlap = (a: Bounds, b: Bounds): Bounds => ({
  minX: Math.min(Math.max(a.minX, b.minX), Math.min(a.maxX, b.maxX)),
  minY: Math.min(Math.max(a.minY, b.minY), Math.min(a.maxY, b.maxY)),
  maxX: Math.max(Math.max(a.minX, b.minX), Math.min(a.maxX, b.maxX)),
  maxY: Math.max(Math.max(a.minY, b.minY), Math.min(a.maxY, b.maxY)),
});

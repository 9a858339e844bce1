import Flatbush from 'flatbush';
import { boundsOf, distance, joinBounds, type Bounds, type Point } from '../geometry';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Lines nearer than this count as one on another, in mm. */
const TOLERANCE_MM = 0.05;
/** Shorter shared stretches are crossings and corners, in mm. */
const SHORTEST_MM = 1;

interface Piece {
  contour: number;
  /** Position within its contour. */
  at: number;
  from: Point;
  to: Point;
}

/** Lines that would be cut twice because one lies on another. */
export function checkDoubledLines({ placed }: CheckedStep): Finding[] {
  const contours = placed.flatMap((part) => part.contours);
  const pieces: Piece[] = [];
  contours.forEach(({ points, closed }, contour) => {
    const last = closed ? points.length : points.length - 1;
    for (let i = 0; i < last; i++) pieces.push({ contour, at: i, from: points[i], to: points[(i + 1) % points.length] });
  });
  if (pieces.length < 2) return [];
  const index = new Flatbush(pieces.length);
  const boxes = pieces.map(({ from, to }) => boundsOf([from, to])!);
  for (const box of boxes) index.add(box.minX, box.minY, box.maxX, box.maxY);
  index.finish();

  const shared = new Map<string, { length: number; place: Bounds }>();
  pieces.forEach((piece, i) => {
    const box = boxes[i];
    const near = index.search(box.minX - TOLERANCE_MM, box.minY - TOLERANCE_MM, box.maxX + TOLERANCE_MM, box.maxY + TOLERANCE_MM, (j) => j > i);
    for (const j of near) {
      const other = pieces[j];
      // Within one contour the pieces next to each other meet at a corner.
      if (other.contour === piece.contour && areNeighbours(piece, other, contours[piece.contour].points.length)) continue;
      const length = sharedLength(piece, other);
      if (length < TOLERANCE_MM) continue;
      const key = `${piece.contour}:${other.contour}`;
      const place = overlap(box, boxes[j]);
      const known = shared.get(key);
      shared.set(key, known ? { length: known.length + length, place: joinBounds(known.place, place) } : { length, place });
    }
  });

  const doubled = [...shared.values()].filter((stretch) => stretch.length >= SHORTEST_MM);
  if (doubled.length === 0) return [];
  const total = doubled.reduce((sum, stretch) => sum + stretch.length, 0);
  return [
    {
      code: 'doubled-line',
      severity: 'warn',
      message: `Lines lie on each other along ${formatNumber(total, 0)} mm and would be cut twice.`,
      mend: 'Take one of them out of the drawing.',
      places: doubled.map((stretch) => stretch.place),
    },
  ];
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
  const isAlong = t - s < length ? beside(b.from) <= TOLERANCE_MM && beside(b.to) <= TOLERANCE_MM : besideOf(b, a.from) <= TOLERANCE_MM && besideOf(b, a.to) <= TOLERANCE_MM;
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

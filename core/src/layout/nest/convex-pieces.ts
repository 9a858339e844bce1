import earcut, { flatten } from 'earcut';
import type { Point } from '../../geometry';

/** Turns to the right by less than this still count as straight on: rounding. */
const STRAIGHT = 1e-9;

const cross = (a: Point, b: Point, c: Point): number => (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);

/**
 * A polygon with holes as convex pieces that cover it exactly: triangles (ear cutting), put together over every line between
 * two as long as what comes of it is convex (Hertel and Mehlhorn 1983: at most four times the fewest).
 * @param rings the outline, then the holes; mm
 * @returns rings that all turn the same way, with positive area under the shoelace formula
 */
export function convexPieces(rings: Point[][]): Point[][] {
  const { vertices, holes, dimensions } = flatten(
    rings.map((ring) => ring.map(({ x, y }): [number, number] => [x, y])),
  );
  const corners = earcut(vertices, holes, dimensions);
  const points = rings.flat();
  let pieces: number[][] = [];
  for (let i = 0; i < corners.length; i += 3) {
    const triangle = [corners[i], corners[i + 1], corners[i + 2]];
    const twice = cross(points[triangle[0]], points[triangle[1]], points[triangle[2]]);
    if (twice !== 0) pieces.push(twice > 0 ? triangle : triangle.reverse());
  }
  pieces = merged(pieces, points);
  return pieces.map((piece) => piece.map((i) => points[i]));
}

function merged(pieces: number[][], points: readonly Point[]): number[][] {
  const alive: (number[] | null)[] = [...pieces];
  const owner = new Map<string, number>();
  for (const [p, piece] of pieces.entries())
    piece.forEach((from, i) => owner.set(`${from} ${piece[(i + 1) % piece.length]}`, p));
  const into = pieces.map((_, p) => p);
  const rootOf = (p: number): number => (into[p] === p ? p : (into[p] = rootOf(into[p])));
  for (const piece of pieces) {
    for (let i = 0; i < piece.length; i++) {
      const [from, to] = [piece[i], piece[(i + 1) % piece.length]];
      const one = owner.get(`${from} ${to}`);
      const other = owner.get(`${to} ${from}`);
      if (one === undefined || other === undefined) continue;
      const [a, b] = [rootOf(one), rootOf(other)];
      if (a === b) continue;
      const joined = joinedOver(alive[a]!, alive[b]!, from, to);
      if (!joined || !isConvex(joined, points)) continue;
      alive[a] = joined;
      alive[b] = null;
      into[b] = a;
    }
  }
  return alive.filter((piece) => piece !== null);
}

/** Two pieces put together over the line from one corner to another; null where they have no such line any more. */
function joinedOver(a: number[], b: number[], from: number, to: number): number[] | null {
  const [i, j] = [a.indexOf(from), b.indexOf(to)];
  if (i < 0 || j < 0 || a[(i + 1) % a.length] !== to || b[(j + 1) % b.length] !== from) return null;
  const restOfA = a.map((_, k) => a[(i + 1 + k) % a.length]);
  const restOfB = b.map((_, k) => b[(j + 1 + k) % b.length]).slice(1, -1);
  return [...restOfA, ...restOfB];
}

function isConvex(piece: readonly number[], points: readonly Point[]): boolean {
  const count = piece.length;
  return piece.every(
    (_, i) => cross(points[piece[i]], points[piece[(i + 1) % count]], points[piece[(i + 2) % count]]) >= -STRAIGHT,
  );
}

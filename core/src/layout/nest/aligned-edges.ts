import type { Point } from '../../geometry';
import type { Copy } from './laying';

/** An edge of a copy as it runs at one of the ways in which the copy may lie. */
export interface LyingEdge {
  /** Which way it runs, from −π to π. */
  direction: number;
  edge: Copy['shape']['edges'][number];
  angle: number;
  isTurnedOver: boolean;
}

/** Edges whose directions differ by less than this lie along each other, in radians: a part as long as a sheet is off by a hair then. */
const ALONG = 2e-4;

const known = new WeakMap<Copy['shape'], LyingEdge[]>();

/** Which way an edge runs, in a shape as it is drawn. Turned over, it runs from its end. */
export const directionOf = ({ from, to }: { from: Point; to: Point }, isTurnedOver: boolean): number =>
  isTurnedOver ? Math.atan2(from.y - to.y, -(from.x - to.x)) : Math.atan2(to.y - from.y, to.x - from.x);

/** An angle from −π to π. */
const inTurn = (angle: number): number => angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));

/** All edges of a copy at all angles that it was given, by the way they run. */
function lyingEdges({ shape, angles, mayTurnOver }: Copy): LyingEdge[] {
  const before = known.get(shape);
  if (before) return before;
  const sides = mayTurnOver ? [false, true] : [false];
  const edges = (angles === 'free' ? [] : angles)
    .flatMap((angle) =>
      sides.flatMap((isTurnedOver) =>
        shape.edges.map((edge) => ({
          direction: inTurn(directionOf(edge, isTurnedOver) + angle),
          edge,
          angle,
          isTurnedOver,
        })),
      ),
    )
    .sort((a, b) => a.direction - b.direction);
  known.set(shape, edges);
  return edges;
}

/** The edges of a copy that run one way at some angle that it was given. @param direction in radians */
export function edgesAlong(copy: Copy, direction: number): LyingEdge[] {
  const edges = lyingEdges(copy);
  const wanted = inTurn(direction);
  const near = (from: number, to: number): LyingEdge[] => {
    let low = 0;
    for (let high = edges.length; low < high;) {
      const middle = (low + high) >> 1;
      if (edges[middle].direction < from) low = middle + 1;
      else high = middle;
    }
    const found: LyingEdge[] = [];
    for (let i = low; i < edges.length && edges[i].direction <= to; i++) found.push(edges[i]);
    return found;
  };
  const found = near(wanted - ALONG, wanted + ALONG);
  // Where the turn begins anew the same way has two names.
  if (wanted > Math.PI - ALONG) return [...found, ...near(wanted - ALONG - 2 * Math.PI, wanted + ALONG - 2 * Math.PI)];
  if (wanted < ALONG - Math.PI) return [...found, ...near(wanted - ALONG + 2 * Math.PI, wanted + ALONG + 2 * Math.PI)];
  return found;
}

import type { Point } from '../geometry';
import type { Stroke } from './strokes';

/** Turns below this are taken in one go, in degrees: the edge follows by itself. */
const SWIVEL_FROM_DEGREES = 12;
/** A swivel goes round in straight pieces that stay this near to its arc, in mm. */
const ARC_TOLERANCE_MM = 0.004;

/**
 * Where the holder has to go so that the edge of a blade that trails behind it follows a line: ahead of it by the trail, along the
 * way; at a corner round it in an arc, while the edge turns on its point.
 * @param strokes ways of the edge, mm
 * @param trailMm from the holder's middle to the edge
 * @param heading which way the blade points at first, in radians; null where nobody knows, and the first line is taken as it comes
 */
export function trailed(strokes: readonly Stroke[], trailMm: number, heading: number | null = null): Stroke[] {
  if (!(trailMm >= 0)) throw new RangeError(`The trail of a blade is 0 mm or more; ${trailMm} came.`);
  if (trailMm === 0) return [...strokes];
  let points = heading;
  return strokes.map((stroke) => {
    const { way, heading: end } = holderWay(stroke.points, trailMm, points);
    points = end;
    return { points: way };
  });
}

function holderWay(
  tip: readonly Point[],
  trail: number,
  before: number | null,
): { way: Point[]; heading: number | null } {
  const way: Point[] = [];
  let heading = before;
  for (let i = 0; i + 1 < tip.length; i++) {
    const [from, to] = [tip[i], tip[i + 1]];
    if (Math.hypot(to.x - from.x, to.y - from.y) < 1e-9) continue;
    const next = Math.atan2(to.y - from.y, to.x - from.x);
    if (heading === null) way.push(ahead(from, next, trail));
    else way.push(...swivel(from, heading, next, trail, way.length === 0));
    way.push(ahead(to, next, trail));
    heading = next;
  }
  return { way, heading };
}

const ahead = (tip: Point, heading: number, trail: number): Point => ({
  x: tip.x + trail * Math.cos(heading),
  y: tip.y + trail * Math.sin(heading),
});

/** The holder's way round the edge that stands still, from one heading to another by the shorter turn. */
function swivel(tip: Point, from: number, to: number, trail: number, isFirst: boolean): Point[] {
  const turn = Math.atan2(Math.sin(to - from), Math.cos(to - from));
  if (!isFirst && Math.abs(turn) < (SWIVEL_FROM_DEGREES * Math.PI) / 180) return [ahead(tip, to, trail)];
  const piece = 2 * Math.acos(Math.max(0, 1 - ARC_TOLERANCE_MM / trail));
  const pieces = Math.max(1, Math.ceil(Math.abs(turn) / Math.max(piece, 0.02)));
  return Array.from({ length: pieces + (isFirst ? 1 : 0) }, (_, i) =>
    ahead(tip, from + (turn * (i + (isFirst ? 0 : 1))) / pieces, trail),
  );
}

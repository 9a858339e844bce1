import { distance, type Point } from '../geometry';
import type { WasteSide } from './lead-in';
import type { Outline } from './outline';
import type { Stroke } from './strokes';

/**
 * The ways a blade can be turned, roomiest first, in trails: most of a round of this radius, then straight on so far. A straight way
 * alone never turns a blade that stands against it; a bend leaves only one heading out of thousands that is not turned, and that one
 * is none that a blade is left in by a cut.
 */
const ROOMS = [
  { radius: 2, straight: 4 },
  { radius: 1.5, straight: 3 },
] as const;
const ROUND = 1.5 * Math.PI;
const PIECES = 18;
/** A blade swings within its trail of the holder while it is turned. */
const CLEAR_TRAILS = 1.05;
/** Places along a line where it may be entered, and places beside other lines where a blade is turned. */
const PLACES = 24;

/**
 * The first stroke of a blade of which nobody knows which way it points: turned in the waste on the way to where the cut begins. Where
 * there is no room for that at its start, the cut is begun at another of its points; where there is none at all, the blade is turned
 * beside another line of the cut, lifted, and swivelled where it comes down. Nothing is changed where the sheet has no room.
 * @param first the stroke that is run first, of the contour `of`
 * @param restart the same stroke, begun at another of its contour's points
 */
export function turnedFirst(
  first: Stroke,
  of: Outline,
  outlines: readonly Outline[],
  waste: WasteSide,
  trailMm: number,
  restart: (startIndex: number) => Stroke,
): Stroke[] {
  const begun = of.closed ? enteredTurned(first, of, waste, trailMm, restart) : openTurned(first, waste, trailMm);
  if (begun) return [begun];
  const beside = turnedBeside([of, ...outlines], waste, trailMm);
  return beside ? [beside, first] : [first];
}

function enteredTurned(
  first: Stroke,
  of: Outline,
  waste: WasteSide,
  trailMm: number,
  restart: (startIndex: number) => Stroke,
): Stroke | null {
  const start = of.points.indexOf(first.points[0]);
  const n = of.points.length;
  for (let k = 0; k < Math.min(n, PLACES); k++) {
    const index = (start + Math.round((k * n) / Math.min(n, PLACES))) % n;
    const out = waste.outOf(of, index);
    const way = out && turningWay(of.points[index], { x: -out.x, y: -out.y }, waste, trailMm);
    if (way) return ledBy(way, k === 0 ? first : restart(index));
  }
  return null;
}

/** An open line is come to along itself, where what lies before it is waste. */
function openTurned(first: Stroke, waste: WasteSide, trailMm: number): Stroke | null {
  const [a, b] = first.points;
  const long = distance(a, b) || 1;
  const way = turningWay(a, { x: (b.x - a.x) / long, y: (b.y - a.y) / long }, waste, trailMm);
  return way && ledBy(way, first);
}

/** A stroke by itself that only turns the blade, a little away from a line of the cut. */
function turnedBeside(outlines: readonly Outline[], waste: WasteSide, trailMm: number): Stroke | null {
  for (const of of outlines) {
    const n = of.points.length;
    for (let k = 0; of.closed && k < Math.min(n, PLACES); k++) {
      const index = Math.round((k * n) / Math.min(n, PLACES)) % n;
      const out = waste.outOf(of, index);
      if (!out) continue;
      const at = of.points[index];
      const end = { x: at.x + out.x * 2 * trailMm, y: at.y + out.y * 2 * trailMm };
      const way = turningWay(end, { x: -out.x, y: -out.y }, waste, trailMm);
      if (way) return { points: [...way, end] };
    }
  }
  return null;
}

const ledBy = (way: readonly Point[], { points, power }: Stroke): Stroke => ({
  points: [...way, ...points],
  ...(power ? { power: [...way.map(() => 1), ...power] } : {}),
});

/** Where a blade goes to be turned before it arrives at a place in a direction (of length 1); null where there is no room. */
function turningWay(to: Point, along: Point, waste: WasteSide, trailMm: number): Point[] | null {
  for (const { radius, straight } of ROOMS)
    for (const side of [1, -1]) {
      const round = roundBefore(to, along, { radius: radius * trailMm, straight: straight * trailMm, side });
      const last = round[round.length - 1];
      const arrival = { x: to.x - along.x * 1e-3, y: to.y - along.y * 1e-3 };
      if (waste.isClear(round, CLEAR_TRAILS * trailMm) && waste.isClear([last, arrival], 0)) return round;
    }
  return null;
}

/** Three quarters of a round to the left or right, which end straight before a place. */
function roundBefore(
  to: Point,
  along: Point,
  { radius, straight, side }: { radius: number; straight: number; side: number },
): Point[] {
  const end = { x: to.x - along.x * straight, y: to.y - along.y * straight };
  const middle = { x: end.x - along.y * side * radius, y: end.y + along.x * side * radius };
  const last = Math.atan2(end.y - middle.y, end.x - middle.x);
  return Array.from({ length: PIECES + 1 }, (_, i) => {
    const turn = last - side * ROUND * (1 - i / PIECES);
    return { x: middle.x + radius * Math.cos(turn), y: middle.y + radius * Math.sin(turn) };
  });
}

import { distance, type Point } from '../geometry';
import { trailed } from './blade-trail';
import { WasteSide } from './lead-in';
import { orderContours, type OrderWish } from './order';
import type { Outline } from './outline';
import { liftedWhereOff, strokeFor, type Stroke, type StrokeRule } from './strokes';

/** Everything a tool does in one step, in order. */
export interface Toolpath {
  strokes: Stroke[];
}

export interface ToolpathRequest extends StrokeRule, Omit<OrderWish, 'contours' | 'comesBack'> {
  contours: readonly Outline[];
  /** How far in the waste a closed line is begun, in mm. */
  leadInMm?: number;
  /** How far the edge of a blade trails behind its holder, in mm; undefined for what is no such blade. */
  trailMm?: number;
}

/** A blade of which nobody knows where it points is turned in the waste, over so many times its trail. */
const TURNING_TRAILS = 5;

/** The tool path for a step: contours in order, each as a stroke with its passes and overcut, as the tool has to be led. */
export function planToolpath(request: ToolpathRequest): Toolpath {
  const { contours, passes, leadInMm = 0, trailMm } = request;
  const turns = orderContours({ ...request, comesBack: passes % 2 === 0 });
  const strokes = turns.map((turn) => strokeFor(contours[turn.index], turn.startIndex, request));
  if (trailMm === undefined)
    return { strokes: leadInMm > 0 ? begunInWaste(request, turns, strokes, leadInMm) : strokes };
  const turning = Math.max(leadInMm, TURNING_TRAILS * trailMm);
  const [first, ...rest] = strokes;
  const begun = first ? [...begunInWaste(request, turns, [first], turning), ...rest] : [];
  return { strokes: trailed(liftedWhereOff(begun), trailMm) };
}

/** Strokes of closed lines that come straight out of the waste, where there is room. */
function begunInWaste(
  { contours }: ToolpathRequest,
  turns: readonly { index: number }[],
  strokes: readonly Stroke[],
  lengthMm: number,
): Stroke[] {
  const waste = new WasteSide(contours);
  return strokes.map((stroke, i) => {
    const outline = contours[turns[i].index];
    const from = waste.before(outline, outline.points.indexOf(stroke.points[0]), lengthMm);
    if (!from) return stroke;
    return { points: [from, ...stroke.points], ...(stroke.power ? { power: [1, ...stroke.power] } : {}) };
  });
}

/** Length of all moves with the tool up, from `start` through every stroke, in mm. */
export function travelLength(strokes: readonly Stroke[], start: Point): number {
  let here = start;
  let length = 0;
  for (const { points } of strokes) {
    length += distance(here, points[0]);
    here = points[points.length - 1];
  }
  return length;
}

/** Length of all moves with the tool down, or the beam on, in mm. */
export function cutLength(strokes: readonly Stroke[]): number {
  let length = 0;
  for (const { points, power } of strokes)
    for (let i = 1; i < points.length; i++)
      if (!power || power[i - 1] > 0) length += distance(points[i - 1], points[i]);
  return length;
}

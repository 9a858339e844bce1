import { distance, type Bounds, type Point } from '../geometry';
import { trailed } from './blade-trail';
import { turnedFirst } from './blade-turn';
import { WasteSide } from './lead-in';
import { orderContours, type OrderWish, type Turn } from './order';
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
  /** Whether a tool is lifted where a line is left standing; a beam is turned off on its way. */
  lifts?: boolean;
  /** Where the machine can go; everywhere where nothing is said. */
  reach?: Bounds;
}

/** The tool path for a step: contours in order, each as a stroke with its passes and overcut, as the tool has to be led. */
export function planToolpath(request: ToolpathRequest): Toolpath {
  const { trailMm } = request;
  const strokes = edgeStrokes(request);
  return { strokes: trailMm === undefined ? strokes : trailed(strokes, trailMm) };
}

/** What the edge of the tool, or the beam, follows: a tool path before a blade's holder is led ahead of its edge. */
export function edgeStrokes(request: ToolpathRequest): Stroke[] {
  const { contours, passes, leadInMm = 0, trailMm, lifts = trailMm !== undefined } = request;
  const turns = orderContours({ ...request, comesBack: passes % 2 === 0 });
  const drawn = turns.map((turn) => strokeFor(contours[turn.index], turn.startIndex, request));
  const strokes = leadInMm > 0 ? begunInWaste(request, turns, drawn, leadInMm) : drawn;
  const turned = trailMm === undefined ? strokes : withBladeTurned(request, turns, strokes, trailMm);
  return lifts ? liftedWhereOff(turned) : turned;
}

/** The strokes of a blade that trails, the first of them with the blade turned the right way before it cuts. */
function withBladeTurned(
  request: ToolpathRequest,
  [turn]: readonly Turn[],
  strokes: readonly Stroke[],
  trailMm: number,
): Stroke[] {
  const [first, ...rest] = strokes;
  if (!first || trailMm === 0) return [...strokes];
  const { contours } = request;
  const of = contours[turn.index];
  const waste = new WasteSide(contours, request.reach);
  return [
    ...turnedFirst(first, of, contours, waste, trailMm, (startIndex) => strokeFor(of, startIndex, request)),
    ...rest,
  ];
}

/** Strokes of closed lines that come straight out of the waste, where there is room. */
function begunInWaste(
  { contours, reach }: ToolpathRequest,
  turns: readonly { index: number }[],
  strokes: readonly Stroke[],
  lengthMm: number,
): Stroke[] {
  const waste = new WasteSide(contours, reach);
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

import { distance, type Point, type Polyline } from '../geometry';
import { orderContours } from './order';
import { strokeFor, type Stroke, type StrokeRule } from './strokes';

/** Everything a tool does in one step, in order. */
export interface Toolpath {
  strokes: Stroke[];
}

export interface ToolpathRequest extends StrokeRule {
  contours: Polyline[];
  start: Point;
  insideFirst: boolean;
}

/** The tool path for a step: contours in order, each as a stroke with its passes and overcut. */
export function planToolpath({ contours, start, insideFirst, ...rule }: ToolpathRequest): Toolpath {
  return {
    strokes: orderContours(contours, start, insideFirst).map((turn) =>
      strokeFor(contours[turn.index], turn.startIndex, rule),
    ),
  };
}

/** Length of all moves with the tool up, from `start` through every stroke, in mm. */
export function travelLength(strokes: Stroke[], start: Point): number {
  let here = start;
  let length = 0;
  for (const { points } of strokes) {
    length += distance(here, points[0]);
    here = points[points.length - 1];
  }
  return length;
}

/** Length of all moves with the tool down, in mm. */
export function cutLength(strokes: Stroke[]): number {
  return strokes.reduce(
    (sum, { points }) => points.reduce((s, p, i) => (i ? s + distance(points[i - 1], p) : s), sum),
    0,
  );
}

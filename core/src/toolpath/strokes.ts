import { distance, type Point } from '../geometry';
import type { Outline } from './outline';

/** One line drawn with the tool down, from its first point to its last; mm. */
export interface Stroke {
  points: Point[];
  /** For each piece from a point to the next, the share of its power, 0 where it is off; all of it where nothing is said. */
  power?: number[];
}

/** What the tool does with each contour. */
export interface StrokeRule {
  passes: number;
  /** How far a closed contour is followed on beyond its start, in mm. */
  overcutMm: number;
}

/**
 * The stroke for one contour: a closed one goes round once for each pass, back to its start and on by the overcut;
 * an open one goes there and back in turn. What is left standing is gone over with the tool off.
 * @param startIndex where a closed contour is entered; an open one at 0 or, from its end, at its last point
 */
export function strokeFor(contour: Outline, startIndex: number, rule: StrokeRule): Stroke {
  const { points, closed } = contour;
  if (!closed) {
    const way = startIndex === 0 ? points : [...points].reverse();
    const stroke = [...way];
    for (let pass = 1; pass < rule.passes; pass++) stroke.push(...(pass % 2 ? [...way].reverse() : way).slice(1));
    return { points: stroke };
  }
  const stands = contour.stands ?? [];
  const start = offTab(stands, startIndex);
  const round = [...points.slice(start), ...points.slice(0, start)];
  const stroke = [round[0]];
  for (let pass = 0; pass < rule.passes; pass++) stroke.push(...round.slice(1), round[0]);
  const onward = along(round, rule.overcutMm);
  stroke.push(...onward);
  if (!stands.some(Boolean)) return { points: stroke };
  return {
    points: stroke,
    power: stroke.slice(1).map((_, i) => (stands[(start + i) % points.length] ? 0 : 1)),
  };
}

/** A contour is not entered in the middle of a tab, but where it ends. */
function offTab(stands: readonly boolean[], index: number): number {
  const n = stands.length;
  let at = index;
  while (n > 0 && stands[(at + n - 1) % n] && stands[at] && at !== (index + n - 1) % n) at = (at + 1) % n;
  return at;
}

/** The first `length` mm of a closed ring from its first point, without that point. */
function along(ring: Point[], length: number): Point[] {
  const way: Point[] = [];
  let left = length;
  for (let i = 0; left > 1e-9 && i < ring.length; i++) {
    const from = ring[i];
    const to = ring[(i + 1) % ring.length];
    const step = distance(from, to);
    if (step >= left) {
      const share = left / step;
      way.push({ x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share });
      break;
    }
    way.push(to);
    left -= step;
  }
  return way;
}

/** Strokes with the tool lifted wherever it is off: what a blade does at a tab. */
export function liftedWhereOff(strokes: readonly Stroke[]): Stroke[] {
  return strokes.flatMap((stroke) => {
    const { points, power } = stroke;
    if (!power) return [stroke];
    const pieces: Stroke[] = [];
    let open: Point[] | null = null;
    power.forEach((share, i) => {
      if (share === 0) open = null;
      else if (open) open.push(points[i + 1]);
      else pieces.push({ points: (open = [points[i], points[i + 1]]) });
    });
    return pieces;
  });
}

import { distance, type Point, type Polyline } from '../geometry';

/** One line drawn with the tool down, from its first point to its last; mm. */
export interface Stroke {
  points: Point[];
}

/** What the tool does with each contour. */
export interface StrokeRule {
  passes: number;
  /** How far a closed contour is followed on beyond its start, in mm. */
  overcutMm: number;
}

/**
 * The stroke for one contour: a closed one goes round once for each pass, back to its start and on by the overcut;
 * an open one goes there and back in turn.
 * @param startIndex where a closed contour is entered; an open one at 0 or, from its end, at its last point
 */
export function strokeFor(contour: Polyline, startIndex: number, rule: StrokeRule): Stroke {
  const { points, closed } = contour;
  if (!closed) {
    const way = startIndex === 0 ? points : [...points].reverse();
    const stroke = [...way];
    for (let pass = 1; pass < rule.passes; pass++) stroke.push(...(pass % 2 ? [...way].reverse() : way).slice(1));
    return { points: stroke };
  }
  const round = [...points.slice(startIndex), ...points.slice(0, startIndex)];
  const stroke = [round[0]];
  for (let pass = 0; pass < rule.passes; pass++) stroke.push(...round.slice(1), round[0]);
  stroke.push(...along(round, rule.overcutMm));
  return { points: stroke };
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

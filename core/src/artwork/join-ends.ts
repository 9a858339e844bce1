import Flatbush from 'flatbush';
import type { CurveContour, Segment } from '../geometry';

/** What was joined. */
export interface Joined {
  contours: CurveContour[];
  /** How many lines were put together into others, and how many stayed open. */
  joined: number;
  open: number;
}

/**
 * Joins loose ends that lie within a tolerance of each other: lines become longer lines, and closed contours where they
 * come round. Each end is joined to its nearest free one, found through a spatial index, so that the time grows as n·log n.
 * @param toleranceMm how far apart two ends may be
 */
export function joinEnds(contours: readonly CurveContour[], toleranceMm: number): Joined {
  const closed = contours.filter((contour) => contour.closed);
  const loose = contours.filter((contour) => !contour.closed && contour.segments.length > 0);
  if (loose.length === 0) return { contours: [...closed], joined: 0, open: 0 };
  // Ends 2i and 2i+1 are the start and the end of line i.
  const ends = loose.flatMap((contour) => [contour.start, endOf(contour)]);
  const index = new Flatbush(ends.length);
  for (const [x, y] of ends) index.add(x, y, x, y);
  index.finish();
  const partner = new Int32Array(ends.length).fill(-1);
  for (let end = 0; end < ends.length; end++) {
    if (partner[end] >= 0) continue;
    const [x, y] = ends[end];
    const [near] = index.neighbors(
      x,
      y,
      1,
      toleranceMm,
      (other) => other !== end && partner[other] < 0 && !(other === (end ^ 1) && isTiny(loose[end >> 1], toleranceMm)),
    );
    if (near === undefined) continue;
    partner[end] = near;
    partner[near] = end;
  }
  const done = new Uint8Array(loose.length);
  const found: CurveContour[] = [];
  let joined = 0;
  let open = 0;
  // First from the ends that are free, then round what has none.
  for (const onlyFree of [true, false]) {
    for (let end = 0; end < ends.length; end++) {
      if (done[end >> 1] || (onlyFree && partner[end] >= 0)) continue;
      const { contour, lines } = follow(end, loose, partner, done, toleranceMm);
      found.push(contour);
      joined += lines - 1;
      if (!contour.closed) open += 1;
    }
  }
  return { contours: [...closed, ...found], joined, open };
}

/** Follows lines from one end on, until there is no further one or it has come round. */
function follow(
  first: number,
  loose: readonly CurveContour[],
  partner: Int32Array,
  done: Uint8Array,
  toleranceMm: number,
): { contour: CurveContour; lines: number } {
  let end = first;
  let lines = 0;
  const whole: CurveContour = { closed: false, start: [0, 0], segments: [] };
  for (;;) {
    const line = loose[end >> 1];
    done[end >> 1] = 1;
    const way = end % 2 === 0 ? line : reversed(line);
    if (lines === 0) whole.start = [...way.start];
    // A gap within the tolerance is bridged by a straight line only where it can be seen at all.
    else bridge(whole, way.start, toleranceMm);
    for (const segment of way.segments) whole.segments.push(segment);
    lines += 1;
    const next = partner[end ^ 1];
    if (next < 0) break;
    if (done[next >> 1]) {
      whole.closed = next === first;
      break;
    }
    end = next;
  }
  return { contour: whole, lines };
}

function bridge(whole: CurveContour, to: readonly [number, number], toleranceMm: number): void {
  const [x, y] = endOf(whole);
  if (Math.hypot(to[0] - x, to[1] - y) > toleranceMm * 1e-3) whole.segments.push(['L', to[0], to[1]]);
}

const isTiny = (contour: CurveContour, toleranceMm: number): boolean =>
  contour.segments.length === 1 &&
  Math.hypot(endOf(contour)[0] - contour.start[0], endOf(contour)[1] - contour.start[1]) <= toleranceMm;

function endOf({ start, segments }: CurveContour): [number, number] {
  const last = segments[segments.length - 1];
  return last ? [last[last.length - 2] as number, last[last.length - 1] as number] : start;
}

/** The same way, from its other end. */
function reversed({ closed, start, segments }: CurveContour): CurveContour {
  const points: [number, number][] = [start];
  for (const segment of segments)
    points.push([segment[segment.length - 2] as number, segment[segment.length - 1] as number]);
  const back = segments.map((segment, i): Segment => {
    const [x, y] = points[i];
    if (segment[0] === 'L') return ['L', x, y];
    if (segment[0] === 'Q') return ['Q', segment[1], segment[2], x, y];
    return ['C', segment[3], segment[4], segment[1], segment[2], x, y];
  });
  return { closed, start: points[points.length - 1], segments: back.reverse() };
}

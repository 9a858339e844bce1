// Where the lines of a drawing reach, as it was reckoned when this migration was made. What stands here never changes.

export interface Bounds {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

type Segment =
  ['L', number, number] | ['Q', number, number, number, number] | ['C', number, number, number, number, number, number];

export interface Contour {
  closed: boolean;
  start: [number, number];
  segments: Segment[];
}

export interface DrawnPart {
  contours: Contour[];
}

const TOLERANCE_MM = 0.01;

/** A change of place: x' = a·x + e, y' = d·y + f. */
export interface Plane {
  a: number;
  d: number;
  e: number;
  f: number;
}

/** The same contour moved and scaled. */
export function moved({ closed, start, segments }: Contour, { a, d, e, f }: Plane): Contour {
  return {
    closed,
    start: [a * start[0] + e, d * start[1] + f],
    segments: segments.map(
      ([kind, ...numbers]) =>
        [kind, ...numbers.map((value, i) => (i % 2 === 0 ? a * value + e : d * value + f))] as Segment,
    ),
  };
}

/** The box round contours, in mm; null where there are none. */
export function boxOf(contours: readonly Contour[]): Bounds | null {
  const box = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const contour of contours)
    for (const [x, y] of pointsOf(contour)) {
      box.minX = Math.min(box.minX, x);
      box.minY = Math.min(box.minY, y);
      box.maxX = Math.max(box.maxX, x);
      box.maxY = Math.max(box.maxY, y);
    }
  return box.minX <= box.maxX ? box : null;
}

function pointsOf({ start, segments }: Contour): [number, number][] {
  const points: [number, number][] = [start];
  let [x, y] = start;
  for (const segment of segments) {
    const [kind, ...numbers] = segment;
    if (kind === 'Q') points.push(...bent([x, y], numbers.slice(0, 2), numbers.slice(0, 2), numbers.slice(2), 2));
    if (kind === 'C') points.push(...bent([x, y], numbers.slice(0, 2), numbers.slice(2, 4), numbers.slice(4), 3));
    [x, y] = numbers.slice(-2);
    points.push([x, y]);
  }
  return points;
}

/** Points along a Bézier of degree 2 or 3, so close that straight lines stay within the tolerance (bound of Wang). */
function bent([x, y]: [number, number], [x1, y1]: number[], [x2, y2]: number[], [x3, y3]: number[], degree: 2 | 3) {
  const pieces =
    degree === 2
      ? Math.ceil(Math.sqrt(Math.hypot(x - 2 * x1 + x3, y - 2 * y1 + y3) / (4 * TOLERANCE_MM))) || 1
      : Math.ceil(
          Math.sqrt(
            (0.75 *
              Math.max(Math.hypot(x - 2 * x1 + x2, y - 2 * y1 + y2), Math.hypot(x1 - 2 * x2 + x3, y1 - 2 * y2 + y3))) /
              TOLERANCE_MM,
          ),
        ) || 1;
  return Array.from({ length: pieces - 1 }, (_, i): [number, number] => {
    const t = (i + 1) / pieces;
    const s = 1 - t;
    if (degree === 2) return [s * s * x + 2 * s * t * x1 + t * t * x3, s * s * y + 2 * s * t * y1 + t * t * y3];
    const [k0, k1, k2, k3] = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
    return [k0 * x + k1 * x1 + k2 * x2 + k3 * x3, k0 * y + k1 * y1 + k2 * y2 + k3 * y3];
  });
}

import type { Affine, CurveContour, Segment } from '../../geometry';
import { composeAffine } from '../../geometry';
import type { MarkerName } from './context';
import { userUnits, type Viewport } from './shapes';
import { fitBox, readViewBox } from './viewbox';

/** Where a marker stands on a line, and which way the line goes there, in radians. */
export interface MarkedPoint {
  which: MarkerName;
  x: number;
  y: number;
  angle: number;
}

type Way = [number, number];

/** The points of a shape's lines where markers stand, in its own units (SVG 2, section 13.7.1). */
export function markedPoints(contours: readonly CurveContour[]): MarkedPoint[] {
  const points = contours.flatMap(pointsOf);
  return points.map(({ x, y, into, out }, i) => ({
    which: i === 0 ? 'marker-start' : i === points.length - 1 ? 'marker-end' : 'marker-mid',
    x,
    y,
    angle: between(into, out),
  }));
}

interface LinePoint {
  x: number;
  y: number;
  into: Way | null;
  out: Way | null;
}

function pointsOf({ start, segments, closed }: CurveContour): LinePoint[] {
  const all = [...segments];
  let at: Way = start;
  const end = endOf(all[all.length - 1]);
  // The closing line is drawn too.
  if (closed && Math.hypot(end[0] - start[0], end[1] - start[1]) > 1e-9) all.push(['L', ...start]);
  const points: LinePoint[] = [{ x: start[0], y: start[1], into: null, out: null }];
  for (const segment of all) {
    const { out, into } = waysOf(at, segment);
    points[points.length - 1].out = out;
    at = endOf(segment);
    points.push({ x: at[0], y: at[1], into, out: null });
  }
  if (closed) {
    points[0].into = points[points.length - 1].into;
    points[points.length - 1].out = points[0].out;
  }
  return points;
}

const endOf = (segment: Segment): Way => segment.slice(-2) as Way;

/** The way in which a segment leaves its start, and comes to its end; points that fall together say nothing. */
function waysOf(from: Way, segment: Segment): { out: Way; into: Way } {
  const numbers = segment.slice(1) as number[];
  const points: Way[] = [from];
  for (let i = 0; i < numbers.length; i += 2) points.push([numbers[i], numbers[i + 1]]);
  const way = (a: Way, b: Way): Way => [b[0] - a[0], b[1] - a[1]];
  const isFar = ([x, y]: Way) => Math.hypot(x, y) > 1e-9;
  const [first, last] = [points[0], points[points.length - 1]];
  const outs = points.slice(1).map((point) => way(first, point));
  const intos = [...points.slice(0, -1)].reverse().map((point) => way(point, last));
  return { out: outs.find(isFar) ?? [1, 0], into: intos.find(isFar) ?? [1, 0] };
}

/** Midway between the way in and the way out; the one that there is where the other is not. */
function between(into: Way | null, out: Way | null): number {
  const angleOf = ([x, y]: Way) => Math.atan2(y, x);
  if (!into || !out) return angleOf(into ?? out ?? [1, 0]);
  const [a, b] = [angleOf(into), angleOf(out)];
  const turn = Math.atan2(Math.sin(b - a), Math.cos(b - a));
  return a + turn / 2;
}

/** A marker's own place: from its content to the units of the line it stands on, and its box there. */
export interface MarkerPlace {
  matrix: Affine;
  viewport: Viewport;
  /** Its box in the units of its content. */
  box: { x: number; y: number; width: number; height: number };
}

/** Where the content of a marker comes to lie at a point; null where it has no size. @throws RangeError where a measure cannot be read */
export function placeMarker(
  attributes: Readonly<Record<string, string>>,
  { which, x, y, angle }: MarkedPoint,
  strokeWidth: number,
  viewport: Viewport,
): MarkerPlace | null {
  const across = (key: string, otherwise: string, whole: number) =>
    userUnits(keyword(attributes[key]) ?? otherwise, whole, `marker ${key}`, viewport.fontSize);
  const width = across('markerWidth', '3', viewport.width);
  const height = across('markerHeight', '3', viewport.height);
  if (!(width > 0) || !(height > 0)) return null;
  const box = readViewBox(attributes.viewBox) ?? { x: 0, y: 0, width, height };
  const fit: Affine = attributes.viewBox
    ? fitBox(box, width, height, attributes.preserveAspectRatio ?? '')
    : [1, 0, 0, 1, 0, 0];
  const [refX, refY] = [across('refX', '0', box.width), across('refY', '0', box.height)];
  const [toX, toY] = [fit[0] * refX + fit[2] * refY + fit[4], fit[1] * refX + fit[3] * refY + fit[5]];
  const size = attributes.markerUnits === 'userSpaceOnUse' ? 1 : strokeWidth;
  const orient = attributes.orient?.trim() ?? '0';
  const turn = /^auto/.test(orient)
    ? angle + (orient === 'auto-start-reverse' && which === 'marker-start' ? Math.PI : 0)
    : ((parseFloat(orient) || 0) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn) * size, Math.sin(turn) * size];
  const onLine: Affine = [cos, sin, -sin, cos, x, y];
  return {
    matrix: composeAffine(composeAffine(fit, [1, 0, 0, 1, -toX, -toY]), onLine),
    viewport: { width: box.width, height: box.height, fontSize: viewport.fontSize },
    // What of the content shows: the marker's own box, seen in the units of its content.
    box: {
      x: -fit[4] / fit[0],
      y: -fit[5] / fit[3],
      width: width / fit[0],
      height: height / fit[3],
    },
  };
}

/** The words that a point of reference may be written with. */
const keyword = (written: string | undefined): string | undefined =>
  written === undefined
    ? undefined
    : ({ left: '0%', top: '0%', center: '50%', right: '100%', bottom: '100%' }[written.trim()] ?? written);

import type { Segment } from './curve';

/** At most this much of a turn goes into one cubic Bézier: the error is then below 5·10⁻⁶ of the radius. */
const LARGEST_TURN = Math.PI / 4;

/** An ellipse: centre, half axis as a vector, and the other half axis as another. For a circle both are as long. */
export interface Ellipse {
  centre: [number, number];
  u: [number, number];
  v: [number, number];
}

/** The point of an ellipse at a parameter: centre + u·cos t + v·sin t. */
export function onEllipse({ centre, u, v }: Ellipse, t: number): [number, number] {
  return [centre[0] + u[0] * Math.cos(t) + v[0] * Math.sin(t), centre[1] + u[1] * Math.cos(t) + v[1] * Math.sin(t)];
}

/**
 * Cubic Béziers along an ellipse from parameter `from` over `sweep` (radians, either way), by the tangent rule
 * k = 4/3·tan(θ/4).
 */
export function arcSegments(ellipse: Ellipse, from: number, sweep: number): Segment[] {
  const pieces = Math.max(1, Math.ceil(Math.abs(sweep) / LARGEST_TURN - 1e-9));
  const step = sweep / pieces;
  const k = (4 / 3) * Math.tan(step / 4);
  const { u, v } = ellipse;
  const slope = (t: number): [number, number] => [
    -u[0] * Math.sin(t) + v[0] * Math.cos(t),
    -u[1] * Math.sin(t) + v[1] * Math.cos(t),
  ];
  return Array.from({ length: pieces }, (_, i): Segment => {
    const [a, b] = [from + i * step, from + (i + 1) * step];
    const [p, q] = [onEllipse(ellipse, a), onEllipse(ellipse, b)];
    const [da, db] = [slope(a), slope(b)];
    return ['C', p[0] + k * da[0], p[1] + k * da[1], q[0] - k * db[0], q[1] - k * db[1], q[0], q[1]];
  });
}

/**
 * The arc of a polyline's bulge: from one vertex to the next with bulge = tan(θ/4), θ the included angle, above 0 where
 * the arc runs counter-clockwise (y up).
 * @example bulgeSegments([0, 0], [2, 0], 1) // a half circle below the line, of radius 1
 */
export function bulgeSegments(from: [number, number], to: [number, number], bulge: number): Segment[] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const chord = Math.hypot(dx, dy);
  if (chord < 1e-12 || Math.abs(bulge) < 1e-9) return [['L', to[0], to[1]]];
  const sweep = 4 * Math.atan(bulge);
  const toCentre = (chord * (1 - bulge * bulge)) / (4 * bulge);
  const centre: [number, number] = [
    (from[0] + to[0]) / 2 - (dy / chord) * toCentre,
    (from[1] + to[1]) / 2 + (dx / chord) * toCentre,
  ];
  const radius = Math.hypot(from[0] - centre[0], from[1] - centre[1]);
  const segments = arcSegments(
    { centre, u: [radius, 0], v: [0, radius] },
    Math.atan2(from[1] - centre[1], from[0] - centre[0]),
    sweep,
  );
  const last = segments[segments.length - 1];
  // The end is the vertex itself, not what rounding made of it.
  segments[segments.length - 1] = [...last.slice(0, -2), to[0], to[1]] as Segment;
  return segments;
}

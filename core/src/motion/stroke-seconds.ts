import { distance, type Point } from '../geometry';
import { cornerSpeed } from './corner-speed';
import { trapezoidSeconds } from './trapezoid';

export interface StrokeMotion {
  speedMmS: number;
  accelerationMmS2: number;
  junctionDeviationMm: number;
}

/**
 * Seconds from standing to standing along a polyline: corner speeds by junction deviation, then one look back (can
 * it slow down in time?) and one ahead (can it get that fast?), then a trapezoid for each straight piece.
 */
export function strokeSeconds(
  points: Point[],
  { speedMmS, accelerationMmS2, junctionDeviationMm }: StrokeMotion,
): number {
  const way = points.filter((p, i) => i === 0 || distance(points[i - 1], p) > 1e-9);
  if (way.length < 2) return 0;
  const lengths = way.slice(1).map((p, i) => distance(way[i], p));
  const speeds = way.map((p, i) =>
    i === 0 || i === way.length - 1
      ? 0
      : Math.min(speedMmS, cornerSpeed(way[i - 1], p, way[i + 1], accelerationMmS2, junctionDeviationMm)),
  );
  for (let i = way.length - 2; i >= 0; i--)
    speeds[i] = Math.min(speeds[i], Math.sqrt(speeds[i + 1] ** 2 + 2 * accelerationMmS2 * lengths[i]));
  for (let i = 1; i < way.length; i++)
    speeds[i] = Math.min(speeds[i], Math.sqrt(speeds[i - 1] ** 2 + 2 * accelerationMmS2 * lengths[i - 1]));
  return lengths.reduce(
    (sum, length, i) => sum + trapezoidSeconds(length, speeds[i], speeds[i + 1], speedMmS, accelerationMmS2),
    0,
  );
}

import { distance, type Point } from '../geometry';
import type { MotionLimits } from '../machines';
import { cutLength, travelLength, type Stroke } from '../toolpath';
import { strokeSeconds } from './stroke-seconds';
import { trapezoidSeconds } from './trapezoid';

/** How long a step takes and how far the tool goes. */
export interface TimeEstimate {
  seconds: number;
  cutMm: number;
  travelMm: number;
}

/**
 * Time for all strokes at a tool-down speed, with travel between them, the head going down and up, and the way home.
 * @param speedMmS as set by the recipe; the machine's top speed caps it
 */
export function estimateTime(
  strokes: Stroke[],
  speedMmS: number,
  motion: MotionLimits,
  home: Point = { x: 0, y: 0 },
): TimeEstimate {
  const speed = Math.min(speedMmS, motion.topSpeedMmS);
  const travel = (from: Point, to: Point) =>
    trapezoidSeconds(distance(from, to), 0, 0, motion.travelSpeedMmS, motion.accelerationMmS2);
  let seconds = 0;
  let here = home;
  for (const { points } of strokes) {
    seconds += travel(here, points[0]) + motion.headDownSeconds;
    seconds += strokeSeconds(points, {
      speedMmS: speed,
      accelerationMmS2: motion.accelerationMmS2,
      junctionDeviationMm: motion.junctionDeviationMm,
    });
    seconds += motion.headUpSeconds;
    here = points[points.length - 1];
  }
  seconds += travel(here, home);
  return { seconds, cutMm: cutLength(strokes), travelMm: travelLength(strokes, home) + distance(here, home) };
}

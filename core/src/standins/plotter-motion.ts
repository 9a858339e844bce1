import { distance, type Point } from '../geometry';
import type { MotionLimits } from '../machines';
import { cornerSpeed } from '../motion';

/** The way is stepped in pieces of this length, in mm. */
const STEP_MM = 0.1;

/**
 * When the stand-in's head passes each point of a way, in seconds from its start; it stands at both ends.
 * The head is stepped along the way: how fast it may be at each step looking back from what comes, then how fast it
 * gets. Apart from the planner's closed formula on purpose: the two check each other.
 */
export function passTimes(way: Point[], topSpeedMmS: number, motion: MotionLimits): number[] {
  const steps: { length: number; limit: number; point: number | null }[] = [];
  for (let i = 1; i < way.length; i++) {
    const length = distance(way[i - 1], way[i]);
    const count = Math.max(1, Math.ceil(length / STEP_MM));
    const atCorner =
      i < way.length - 1
        ? cornerSpeed(way[i - 1], way[i], way[i + 1], motion.accelerationMmS2, motion.junctionDeviationMm)
        : 0;
    for (let k = 1; k <= count; k++) {
      const isPoint = k === count;
      steps.push({
        length: length / count,
        limit: Math.min(topSpeedMmS, isPoint ? atCorner : Infinity),
        point: isPoint ? i : null,
      });
    }
  }
  const twiceA = 2 * motion.accelerationMmS2;
  for (let i = steps.length - 2; i >= 0; i--) {
    steps[i].limit = Math.min(steps[i].limit, Math.sqrt(steps[i + 1].limit ** 2 + twiceA * steps[i + 1].length));
  }
  const times = new Array<number>(way.length).fill(0);
  let speed = 0;
  let time = 0;
  for (const { length, limit, point } of steps) {
    const reached = Math.min(limit, Math.sqrt(speed * speed + twiceA * length));
    if (length > 0) {
      // From standing to standing within one step it speeds up halfway and slows down again.
      time += speed + reached > 0 ? (2 * length) / (speed + reached) : 2 * Math.sqrt(length / motion.accelerationMmS2);
    }
    speed = reached;
    if (point !== null) times[point] = time;
  }
  return times;
}

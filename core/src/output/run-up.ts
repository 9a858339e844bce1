import type { MotionLimits } from '../machines';
import type { Stroke } from '../toolpath';

/** A little more than the acceleration needs, as a share: no head is quite as quick as its numbers. */
const RESERVE = 1.05;

export interface RunUpWish {
  speedMmS: number;
  motion: MotionLimits;
  /** How much later than it is told the beam is on, and off, in seconds. */
  lagSeconds: number;
  /** How far the head may go to either side, mm. */
  reach: { from: number; to: number };
}

/** How far a head goes until it has its speed from standing: v² / 2a, with a reserve; mm. */
export const runUpMm = (speedMmS: number, { accelerationMmS2, topSpeedMmS }: MotionLimits): number =>
  (RESERVE * Math.min(speedMmS, topSpeedMmS) ** 2) / (2 * accelerationMmS2);

/**
 * Rows that are entered and left at speed: the head is set going beside the row with the beam off, and the beam is on only while it
 * is as fast as it should be. Stretches of one row that lie nearer together than it takes to stop and to start are one way. Where
 * the beam is late it is told earlier, so that rows of both ways end at the same edge.
 * At the end of the bed the head has less room, and is as fast as it can be there.
 */
export function withRunUp(rows: readonly Stroke[], { speedMmS, motion, lagSeconds, reach }: RunUpWish): Stroke[] {
  const speed = Math.min(speedMmS, motion.topSpeedMmS);
  const far = runUpMm(speed, motion);
  const early = speed * lagSeconds;
  return joined(rows, 2 * Math.max(far, early)).map(({ points, power }) => {
    const way = Math.sign(points[points.length - 1].x - points[0].x) || 1;
    const y = points[0].y;
    const within = (x: number) => Math.min(reach.to, Math.max(reach.from, x));
    const first = within(points[0].x - way * Math.max(far, early));
    const last = within(points[points.length - 1].x + way * far);
    const inner = points.map((point) => ({ x: within(point.x - way * early), y }));
    const all = [{ x: first, y }, ...inner, { x: last, y }];
    const shares = [0, ...(power ?? points.slice(1).map(() => 1)), 0];
    // Where there is no room before or behind the row, nothing is added.
    const keep = all.map((point, i) => i === 0 || Math.abs(point.x - all[i - 1].x) > 1e-9);
    return {
      points: all.filter((_, i) => keep[i]),
      power: shares.filter((_, i) => keep[i + 1]),
    };
  });
}

/** Stretches of one row that follow each other the same way, as one with the beam off between them. */
function joined(rows: readonly Stroke[], nearMm: number): Stroke[] {
  const ways: (Stroke & { power: number[] })[] = [];
  for (const { points, power } of rows) {
    const shares = power ?? points.slice(1).map(() => 1);
    const before = ways[ways.length - 1];
    const last = before?.points[before.points.length - 1];
    const way = Math.sign(points[points.length - 1].x - points[0].x);
    const gap = last ? (points[0].x - last.x) * way : -1;
    const isSameWay = before && Math.sign(last!.x - before.points[0].x) === way;
    if (before && isSameWay && last!.y === points[0].y && gap >= 0 && gap <= nearMm) {
      before.points.push(...points);
      before.power.push(0, ...shares);
    } else ways.push({ points: [...points], power: [...shares] });
  }
  return ways;
}

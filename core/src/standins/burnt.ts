import type { Point } from '../geometry';
import { readGcode, type Frame } from '../output';

/** A stretch that a beam has burnt, with the share of full power; mm on the sheet. */
export interface Burnt {
  from: Point;
  to: Point;
  power: number;
}

/**
 * What a file burns on a machine whose beam is on, and off, a little later than it is told: the head has gone on by then. Stretches
 * that are gone over at speed are shifted along their way; nothing is burnt before the head moves.
 * @param lagSeconds how late
 */
export function burntBy(gcode: string, zero: Frame, lagSeconds: number): Burnt[] {
  const burnt: Burnt[] = [];
  for (const { from, to, power, speedMmS } of readGcode(gcode, zero).moves) {
    const long = Math.hypot(to.x - from.x, to.y - from.y);
    if (power === 0 || speedMmS === null || long === 0) continue;
    const late = (speedMmS * lagSeconds) / long;
    const by = { x: (to.x - from.x) * late, y: (to.y - from.y) * late };
    burnt.push({ from: { x: from.x + by.x, y: from.y + by.y }, to: { x: to.x + by.x, y: to.y + by.y }, power });
  }
  return burnt;
}

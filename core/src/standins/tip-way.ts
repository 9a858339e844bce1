import type { Point } from '../geometry';

/** The holder is moved in steps of this length, in mm. */
const STEP_MM = 0.01;

/**
 * Where the edge of a blade goes that hangs behind its holder on a pivot: pulled along like a trailer. It points the way it was left
 * while the holder is up.
 * @param ways of the holder with the blade down, mm
 * @param heading which way it points before the first, in radians
 */
export function tipWays(ways: readonly (readonly Point[])[], trailMm: number, heading: number): Point[][] {
  let points = heading;
  return ways.map((way) => {
    let tip = { x: way[0].x - trailMm * Math.cos(points), y: way[0].y - trailMm * Math.sin(points) };
    const cut = [tip];
    for (let i = 1; i < way.length; i++) {
      const [from, to] = [way[i - 1], way[i]];
      const steps = Math.max(1, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / STEP_MM));
      for (let k = 1; k <= steps; k++) {
        const holder = { x: from.x + ((to.x - from.x) * k) / steps, y: from.y + ((to.y - from.y) * k) / steps };
        points = Math.atan2(holder.y - tip.y, holder.x - tip.x);
        tip = { x: holder.x - trailMm * Math.cos(points), y: holder.y - trailMm * Math.sin(points) };
        cut.push(tip);
      }
    }
    return cut;
  });
}

import { coordinates } from './coordinates';
import { doseOf, rightChance, type World } from './posterior';
import { CLEAR_FROM } from './prior';
import type { Setting, TunedDial } from './tuner-spec';

/** How far the free dials can be turned down and up from the start, in each dial's coordinate; nought for the others. */
export interface Reach {
  least: number[];
  most: number[];
}

/** What the dials reach from the start: each free one at its gentlest, and at its strongest. */
export function reachOf(dials: readonly TunedDial[], start: Setting, free: readonly TunedDial[]): Reach {
  const turned = (isUp: boolean) =>
    Object.fromEntries(free.map(({ name, min, max, effect }) => [name, (effect === 'raises') === isUp ? max : min]));
  return {
    least: coordinates(dials, start, { ...start, ...turned(false) }),
    most: coordinates(dials, start, { ...start, ...turned(true) }),
  };
}

/** The best chance of being right that the dials can give in a world: at the middle of its window, or as near as they reach. */
export function bestWithin(world: World, { least, most }: Reach): number {
  const middle = (world.marks[1] + world.marks[2]) / 2;
  return rightChance(world, Math.min(Math.max(middle, doseOf(world, least)), doseOf(world, most)));
}

/** Whether some setting would be right nearly always: the window is that much wider than the scatter, and within the dials' reach. */
export const isClear = (world: World, reach: Reach): boolean => bestWithin(world, reach) >= CLEAR_FROM;

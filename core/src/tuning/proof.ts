import { RELIABLE } from './choice';
import { doseOf, isClear, rightChance, type World } from './posterior';

/** How far it is proven that a setting is right at least nine times in ten. */
export interface Proof {
  /** The share of all worlds in which it is. */
  sure: number;
  /** The share of the worlds in which some setting would be right nearly always: whether it lies where right lies. */
  placed: number;
  /** How likely it is that there is such a setting at all: that the window is wider than the scatter. */
  clear: number;
}

/**
 * Settled takes both: that the setting lies well, and that there is something to lie well in. Either alone is marked a little
 * higher than their product: it is no help to be sure of the place in a window that the scatter covers.
 * Measured in bench/tuning.bench.ts, which prints the trade-off.
 */
const PLACED = 0.87;
export const CLEAR = 0.86;

/** What a sample of equally likely worlds says of a setting. */
export function proofOf(worlds: readonly World[], coordinates: readonly number[]): Proof {
  const [all, good] = [{ reliable: 0, count: worlds.length }, { reliable: 0, count: 0 }];
  for (const world of worlds) {
    const isReliable = rightChance(world, doseOf(world, coordinates)) >= RELIABLE;
    if (isReliable) all.reliable += 1;
    if (!isClear(world)) continue;
    good.count += 1;
    if (isReliable) good.reliable += 1;
  }
  return { sure: all.reliable / all.count, placed: good.count ? good.reliable / good.count : 0, clear: good.count / all.count };
}

/** Whether both are sure enough. */
export const isProven = ({ placed, clear }: Proof): boolean => placed >= PLACED && clear >= CLEAR;

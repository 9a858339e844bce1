import { RELIABLE } from './choice';
import { doseOf, rightChance, type World } from './posterior';
import { isClear, type Reach } from './reach';

/** How far it is proven that a setting is right at least nine times in ten. */
export interface Proof {
  /** The share of all worlds in which it is. */
  sure: number;
  /** The share of the worlds in which some setting would be right nearly always: whether it lies where right lies. */
  placed: number;
  /** How likely it is that there is such a setting at all: that the window is wider than the scatter, and that the dials reach it. */
  clear: number;
}

/** How sure one has to be of the place and of the window before a setting is settled. */
export interface Marks {
  placed: number;
  clear: number;
}

/** Two trials that are right say hardly anything of how far right goes. */
const FEWEST_TRIALS = 3;
/**
 * Settled takes both: that the setting lies well, and that there is something to lie well in. It is no help to be sure of
 * the place in a window that the scatter covers. Three trials have hardly tried the window: none of them may speak against
 * it. With more, misses are bound to be among them, and the place can be known better.
 * Measured in bench/tuning.bench.ts, which prints the trade-off.
 */
const EARLY: Marks = { placed: 0.87, clear: 0.94 };
const LATER: Marks = { placed: 0.9, clear: 0.84 };

/** The marks after so many trials, or null where there are too few to settle anything. */
export const marksAfter = (trials: number): Marks | null => (trials < FEWEST_TRIALS ? null : trials === FEWEST_TRIALS ? EARLY : LATER);

/** What a sample of equally likely worlds says of a setting. */
export function proofOf(worlds: readonly World[], coordinates: readonly number[], reach: Reach): Proof {
  const [all, good] = [{ reliable: 0, count: worlds.length }, { reliable: 0, count: 0 }];
  for (const world of worlds) {
    const isReliable = rightChance(world, doseOf(world, coordinates)) >= RELIABLE;
    if (isReliable) all.reliable += 1;
    if (!isClear(world, reach)) continue;
    good.count += 1;
    if (isReliable) good.reliable += 1;
  }
  return { sure: all.reliable / all.count, placed: good.count ? good.reliable / good.count : 0, clear: good.count / all.count };
}

/** Whether both are sure enough after so many trials. */
export function isProven({ placed, clear }: Proof, trials: number): boolean {
  const marks = marksAfter(trials);
  return marks !== null && placed >= marks.placed && clear >= marks.clear;
}

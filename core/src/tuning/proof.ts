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
/** From a guess one expects a trial or two more; they are spent on doubting the window. */
const CLEAR = { borrowed: 0.86, guessed: 0.88 };
/** Standard deviation of a start's error in log dose, above which it counts as guessed. */
const GUESSED_ABOVE = 0.6;

/** How sure one has to be that there is a window, for a start that is off by so much in log dose (a standard deviation). */
export const clearMark = (startSpread: number): number => (startSpread > GUESSED_ABOVE ? CLEAR.guessed : CLEAR.borrowed);

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

/** Whether both are sure enough, for a start that is off by so much. */
export const isProven = ({ placed, clear }: Proof, startSpread: number): boolean => placed >= PLACED && clear >= clearMark(startSpread);

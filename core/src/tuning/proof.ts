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

/**
 * Settled takes both: that the setting lies well, and that there is something to lie well in. It is no help to be sure of
 * the place in a window that the scatter covers. Two trials settle nothing: two that are right say hardly anything of how
 * far right goes. Three have hardly tried the window, so none of them may speak against it; later ones are bound to miss now
 * and then, and the place has to be known better.
 * Measured in bench/tuning.bench.ts, which prints the trade-off.
 */
const MARKS: readonly (Marks & { fromTrials: number })[] = [
  { fromTrials: 3, placed: 0.82, clear: 0.94 },
  { fromTrials: 4, placed: 0.9, clear: 0.9 },
  { fromTrials: 6, placed: 0.9, clear: 0.84 },
];

/** Standard deviation of a start's error in log dose, above which it counts as guessed. */
const GUESSED_ABOVE = 0.6;
/** Finding a place from a guess takes trials enough; it need not be known as well before one may stop. */
const PLACED_FROM_GUESS = 0.86;

/**
 * The marks after so many trials, or null where there are too few to settle anything.
 * @param startSpread standard deviation of the start's error in log dose
 */
export function marksAfter(trials: number, startSpread: number): Marks | null {
  const marks = MARKS.filter(({ fromTrials }) => trials >= fromTrials).at(-1);
  if (!marks) return null;
  return { placed: startSpread > GUESSED_ABOVE ? Math.min(marks.placed, PLACED_FROM_GUESS) : marks.placed, clear: marks.clear };
}

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

/** Whether both are sure enough after so many trials, from a start that is off by so much in log dose (a standard deviation). */
export function isProven({ placed, clear }: Proof, trials: number, startSpread: number): boolean {
  const marks = marksAfter(trials, startSpread);
  return marks !== null && placed >= marks.placed && clear >= marks.clear;
}

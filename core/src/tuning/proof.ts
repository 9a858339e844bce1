import { RELIABLE } from './reliable';
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
 * and then, and the place has to be known better. What is not settled after seven is rather hopeless than unlucky.
 * Measured in bench/tuning.bench.ts, which prints the trade-off.
 */
const MARKS: readonly (Marks & { fromTrials: number })[] = [
  { fromTrials: 3, placed: 0.82, clear: 0.94 },
  { fromTrials: 4, placed: 0.9, clear: 0.93 },
  { fromTrials: 6, placed: 0.86, clear: 0.88 },
  { fromTrials: 7, placed: 0.86, clear: 0.84 },
  { fromTrials: 8, placed: 0.88, clear: 0.87 },
];

/** The marks after so many trials, or null where there are too few to settle anything. */
export function marksAfter(trials: number): Marks | null {
  return MARKS.filter(({ fromTrials }) => trials >= fromTrials).at(-1) ?? null;
}

/** What a sample of equally likely worlds says of a setting. */
export function proofOf(worlds: readonly World[], coordinates: readonly number[], reach: Reach): Proof {
  const [all, good] = [
    { reliable: 0, count: worlds.length },
    { reliable: 0, count: 0 },
  ];
  for (const world of worlds) {
    const isReliable = rightChance(world, doseOf(world, coordinates)) >= RELIABLE;
    if (isReliable) all.reliable += 1;
    if (!isClear(world, reach)) continue;
    good.count += 1;
    if (isReliable) good.reliable += 1;
  }
  return {
    sure: all.reliable / all.count,
    placed: good.count ? good.reliable / good.count : 0,
    clear: good.count / all.count,
  };
}

/** Whether both are sure enough after so many trials. */
export function isProven({ placed, clear }: Proof, trials: number): boolean {
  const marks = marksAfter(trials);
  return marks !== null && placed >= marks.placed && clear >= marks.clear;
}

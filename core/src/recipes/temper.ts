import type { Outcome } from './outcome';

/** How proven a recipe is, named after the colours steel takes in the fire, from least to most. */
export const TEMPERS = ['bare', 'straw', 'bronze', 'violet', 'blue'] as const;
export type Temper = (typeof TEMPERS)[number];

/** Where a recipe's numbers came from. */
export const SOURCES = ['guess', 'supplier-card', 'other-maker', 'carried-over', 'own-trial'] as const;
export type Source = (typeof SOURCES)[number];

/** One thing that happened with exactly these settings. */
export interface Evidence {
  kind: 'trial' | 'run';
  outcome: Outcome;
  /** When, in milliseconds since 1970; orders the evidence. */
  at: number;
}

/** A tuning that ended in these very settings. */
export interface Settled {
  at: number;
  /** After how many trials. */
  trials: number;
}

/** A recipe's temper and how it came about, in words. */
export interface TemperVerdict {
  temper: Temper;
  /** Sentences such as “right 4 times, 3 of them in real runs”. */
  reasons: string[];
}

const SEVERAL = 3;
const NOT_SINCE = 'and not right since';

/**
 * The temper that the evidence supports. It starts at bare (a guess) or straw (borrowed), climbs with right outcomes
 * to bronze (one), violet (three, or settled by tuning) and blue (three real runs), and a wrong outcome drops it one
 * grade (a far miss two); what comes after has to be earned again from there. What went wrong before it was settled is
 * counted in the tuning.
 * @param evidence what happened with the recipe's present settings, in any order
 */
export function temperOf(source: Source, evidence: Evidence[], settled: Settled | null = null): TemperVerdict {
  const start = settled ? 3 : source === 'guess' || source === 'own-trial' ? 0 : 1;
  let grade = start;
  let rights = 0;
  let runRights = 0;
  let wrongs = 0;
  let lastWrong: Evidence | null = null;
  const ordered = evidence
    .filter((event) => !settled || event.outcome === 'right' || event.at > settled.at)
    .sort((a, b) => a.at - b.at);
  for (const event of ordered) {
    if (event.outcome === 'right') {
      rights += 1;
      if (event.kind === 'run') runRights += 1;
      const earned = runRights >= SEVERAL ? 4 : rights >= SEVERAL ? 3 : 2;
      grade = Math.max(grade, earned);
    } else {
      grade = Math.max(0, grade - (event.outcome.startsWith('far') ? 2 : 1));
      rights = 0;
      runRights = 0;
      wrongs += 1;
      lastWrong = event;
    }
  }
  const totalRights = ordered.length - wrongs;
  const reasons: string[] = [];
  if (settled) reasons.push(`settled by tuning in ${settled.trials} ${settled.trials === 1 ? 'trial' : 'trials'}`);
  if (totalRights > 0) {
    const runs = ordered.filter((e) => e.kind === 'run' && e.outcome === 'right').length;
    reasons.push(
      `right ${times(totalRights)}${runs ? `, ${runs === totalRights ? (runs === 1 ? 'in a real run' : 'all in real runs') : `${runs} of them in real runs`}` : ' in trials'}`,
    );
  }
  if (lastWrong) reasons.push(`wrong ${times(wrongs)}, ${rights > 0 ? `right ${times(rights)} since` : NOT_SINCE}`);
  if (ordered.length === 0 && !settled) reasons.push(start === 0 ? 'never tried' : 'borrowed, not tried here yet');
  return { temper: TEMPERS[grade], reasons };
}

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);

/** Of a verdict's reasons the one that says that the recipe went wrong last, if it did. */
export const goneBad = (reasons: readonly string[]): string | undefined =>
  reasons.find((reason) => reason.endsWith(NOT_SINCE));

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

/** What speaks for and against a recipe's present numbers, counted. */
export interface TemperTally {
  /** The trials after which a tuning settled them; null where none did. */
  settledAfter: number | null;
  rights: number;
  /** How many of them were real runs. */
  runRights: number;
  wrongs: number;
  /** Right outcomes since the last wrong one. */
  rightsSince: number;
  /** Taken over from somebody, not guessed. */
  isBorrowed: boolean;
}

/** A recipe's temper and what it stands on. */
export interface TemperVerdict {
  temper: Temper;
  tally: TemperTally;
}

const SEVERAL = 3;

/**
 * The temper that the evidence supports. It starts at bare (a guess) or straw (borrowed), climbs with right outcomes
 * to bronze (one), violet (three, or settled by tuning) and blue (three real runs), and a wrong outcome drops it one
 * grade (a far miss two); what comes after has to be earned again from there. What went wrong before it was settled is
 * counted in the tuning.
 * @param evidence what happened with the recipe's present settings, in any order
 */
export function temperOf(source: Source, evidence: Evidence[], settled: Settled | null = null): TemperVerdict {
  const isBorrowed = source !== 'guess' && source !== 'own-trial';
  let grade = settled ? 3 : isBorrowed ? 1 : 0;
  let rights = 0;
  let runRights = 0;
  let wrongs = 0;
  const ordered = evidence
    .filter((event) => !settled || event.outcome === 'right' || event.at > settled.at)
    // Of one moment, what came out right is counted before what did not: a run that was right but for some parts.
    .sort((a, b) => a.at - b.at || Number(b.outcome === 'right') - Number(a.outcome === 'right'));
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
    }
  }
  return {
    temper: TEMPERS[grade],
    tally: {
      settledAfter: settled?.trials ?? null,
      rights: ordered.length - wrongs,
      runRights: ordered.filter(({ kind, outcome }) => kind === 'run' && outcome === 'right').length,
      wrongs,
      rightsSince: rights,
      isBorrowed,
    },
  };
}

/** Whether the recipe went wrong last. */
export const hasGoneBad = ({ wrongs, rightsSince }: TemperTally): boolean => wrongs > 0 && rightsSince === 0;

import type { Outcome, ProcessName } from '../recipes';

/** A dial as the tuner sees it: its own numbers, and whether more of it does more. */
export interface TunedDial {
  name: string;
  min: number;
  max: number;
  step: number;
  effect: 'raises' | 'lowers';
}

export type Setting = Record<string, number>;

/** What is tuned, and where it begins. */
export interface TunerSpec {
  process: ProcessName;
  dials: TunedDial[];
  /** Where the maker would begin: borrowed or guessed. */
  start: Setting;
  /** Standard deviation of the start's error in log dose: 0.35 borrowed, 1.0 a guess. */
  startSpread: number;
  /** Dials that stay where they are. */
  fixed?: string[];
  seed: number;
}

/** One trial and how it came out. */
export interface TunedTrial {
  setting: Setting;
  outcome: Outcome;
  /** Earlier passes in the same place that were not enough. */
  onTopOf?: Setting[];
  /** How worn the tool was, in m. */
  wear?: number;
}

export type Chances = Record<Outcome, number>;

/** What to try next. */
export interface Advice {
  setting: Setting;
  chance: { under: number; right: number; over: number };
  /** Whether this setting can be written down: proven to be right at least nine times in ten, as far as the trials go. */
  settled: boolean;
  /** Nothing on the dials seems to be right often enough. */
  hopeless: boolean;
  why: string;
}

/**
 * What is wrong with a spec, as a sentence, or null.
 */
export function specProblem({ dials, start, startSpread, fixed = [] }: TunerSpec): string | null {
  if (dials.length < 1 || dials.length > 5) return `One to five dials can be tuned; ${dials.length} came.`;
  if (!(startSpread > 0 && Number.isFinite(startSpread)))
    return `The spread of the start is a number above 0; ${startSpread} came.`;
  for (const dial of dials) {
    if (!(dial.max > dial.min && dial.step > 0)) return `${dial.name} needs a range and a step above 0.`;
    const value = start[dial.name];
    if (!(value >= dial.min && value <= dial.max))
      return `${dial.name} starts within ${dial.min} to ${dial.max}; ${value} came.`;
  }
  return dials.every((dial) => fixed.includes(dial.name)) ? 'At least one dial has to be free to turn.' : null;
}

import { PROCESSES, type ProcessName } from '../recipes';
import { PiecewisePrior } from './piecewise';
import type { TunedDial } from './tuner-spec';

/** What an exponent is like before any trial: its median, and the spread of its logarithm. Always above 0; the sign is known. */
export interface ExponentPrior {
  median: number;
  logSpread: number;
}

/** What is told of a dial whose quantity the process does not know. */
const UNKNOWN: ExponentPrior = { median: 0.6, logSpread: 0.6 };
/** The first term of a dose is known best: force, power. */
const FIRST_SPREAD = 0.25;
const OTHER_SPREAD = 0.45;
/** Near 150 °C one per cent more of the number on a temperature dial counts about as much as 12 % more of the dwell. */
const TEMPERATURE: ExponentPrior = { median: 12, logSpread: 0.35 };

/** The prior of a dial's exponent in the logarithm of its own number, by process and quantity; free of the dial's scale. */
export function exponentPrior(processName: ProcessName, dial: TunedDial): ExponentPrior {
  const process = PROCESSES.find((p) => p.name === processName);
  const index = process?.dose.findIndex((term) => term.quantity === dial.name) ?? -1;
  if (!process || index < 0) return UNKNOWN;
  const term = process.dose[index];
  if (term.law === 'arrhenius') return TEMPERATURE;
  return { median: Math.abs(term.exponent), logSpread: index === 0 ? FIRST_SPREAD : OTHER_SPREAD };
}

/** Width of the good window in log dose: mostly 0.10 to 0.40, now and then narrower than the machine scatters. */
export const WINDOW = new PiecewisePrior([
  { low: 0.02, high: 0.1, mass: 0.06, slope: 0 },
  { low: 0.1, high: 0.4, mass: 0.9, slope: 1 },
  { low: 0.4, high: 0.7, mass: 0.06, slope: 0 },
]);
/** Scatter of the log dose from cut to cut. */
export const NOISE = new PiecewisePrior([
  { low: 0.005, high: 0.01, mass: 0.06, slope: 0 },
  { low: 0.01, high: 0.05, mass: 0.9, slope: 0.8 },
  { low: 0.05, high: 0.08, mass: 0.03, slope: 0 },
]);
/** How far beyond the window's edges a miss is called a far one. */
export const FAR = new PiecewisePrior([{ low: 0.12, high: 0.9, mass: 1, slope: 0 }]);
/** Where some setting is right this often, there is something to be found. */
export const CLEAR_FROM = 0.95;
/**
 * What is said is believed less sceptically than what is settled: worlds in which nothing can be right nearly always count
 * this much in a stated chance. While one tunes there is hardly ever nothing to be found; but a setting has to hold
 * against that doubt before it is called settled.
 */
export const DOUBT = 0.15;
/** Dose that is lost over a kilometre: never below nothing. */
export const WEAR_SPREAD_PER_KM = 0.2;
/** What passes count where the machine has no dial for them. */
export const PASSES: ExponentPrior = { median: 0.5, logSpread: 0.4 };
/** A trial may have been scored wrongly, or something else went wrong. */
export const MISTAKE = 0.01;

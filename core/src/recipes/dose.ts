import { dialOf, isCalibrated, snapToDial, toDial, toPhysical, type Machine } from '../machines';
import { celsiusAtRate, heatRate } from './heat-rate';
import { processOf, type DoseTerm, type ProcessName } from './process';
import { scaleOf, type Settings } from './settings';

/** A dose in log space, and whether a scale that was never measured took part in it. */
export interface LogDose {
  value: number;
  /** The dose is only good for comparing on the same machine. */
  isOrdinal: boolean;
}

/**
 * What settings put into the material, in log space: Σ exponentᵢ · ln(physical valueᵢ), by the process's table; for a
 * press the Arrhenius dose ln(dwell) − Ea/R·(1/T − 1/T₀). Quantities that follow the thickness and those that are not
 * set take no part. On a scale that was never measured the dial's own number stands in.
 */
export function logDose(machine: Machine, processName: ProcessName, settings: Settings): LogDose {
  const dose: LogDose = { value: 0, isOrdinal: false };
  for (const term of doseTerms(processName)) {
    const value = settings[term.quantity];
    if (value === undefined) continue;
    const physical = physicalOf(machine, term, value);
    dose.value += term.exponent * logOf(term, physical ?? Math.max(value, 1e-3));
    dose.isOrdinal ||= physical === null && term.exponent !== 0;
  }
  return dose;
}

/** The terms that make up a process's dose, the one to turn first in front. */
export function doseTerms(processName: ProcessName): readonly DoseTerm[] {
  return processOf(processName).dose.filter((term) => !term.followsThickness);
}

/**
 * Turns the dials of a machine so that the dose comes as near as it can to `wanted`: first the one that stands first in
 * the process's table, then the next ones where its range does not reach, and the first again for the rest.
 * @param base complete settings on this machine to start from
 * @param ceiling the highest value that a quantity may take here, in its physical unit, such as a heat limit
 * @returns settings on the dials' steps, and how much log dose is missing (+) or too much (−)
 */
export function dialInDose(
  machine: Machine,
  processName: ProcessName,
  base: Settings,
  wanted: number,
  ceiling: Settings = {},
): { settings: Settings; missing: number } {
  const settings: Settings = { ...base };
  const terms = doseTerms(processName).filter((term) => settings[term.quantity] !== undefined);
  const missing = () => wanted - logDose(machine, processName, settings).value;
  for (const term of terms) capAt(machine, settings, term, ceiling[term.quantity]);
  for (const term of [...terms, ...terms.slice(0, 1)]) {
    const scale = scaleOf(machine, term.quantity);
    if (!scale || Math.abs(missing()) < 1e-6) continue;
    const now = settings[term.quantity]!;
    const physical = physicalOf(machine, term, now);
    const next = unlog(term, logOf(term, physical ?? Math.max(now, 1e-3)) + missing() / term.exponent);
    const before = { value: now, miss: Math.abs(missing()) };
    settings[term.quantity] = snapToDial(scale, physical === null ? next : fromPhysical(machine, term, next));
    capAt(machine, settings, term, ceiling[term.quantity]);
    // A coarse step can overshoot by more than it mends.
    if (Math.abs(missing()) > before.miss) settings[term.quantity] = before.value;
    // The rest is less than a step: other dials are turned only where this one has come to its end.
    if (!isAtEnd(machine, settings, term, ceiling[term.quantity])) break;
  }
  return { settings, missing: missing() };
}

function isAtEnd(machine: Machine, settings: Settings, term: DoseTerm, ceiling: number | undefined): boolean {
  const scale = scaleOf(machine, term.quantity)!;
  const value = settings[term.quantity]!;
  const capped: Settings = { [term.quantity]: value + scale.step };
  capAt(machine, capped, term, ceiling);
  return value <= scale.min || value + scale.step > scale.max || capped[term.quantity] === value;
}

function capAt(machine: Machine, settings: Settings, term: DoseTerm, ceiling: number | undefined): void {
  const value = settings[term.quantity];
  const scale = scaleOf(machine, term.quantity);
  if (ceiling === undefined || value === undefined || !scale) return;
  const physical = physicalOf(machine, term, value);
  if (physical === null || physical <= ceiling) return;
  const snapped = snapToDial(scale, fromPhysical(machine, term, ceiling));
  settings[term.quantity] =
    (physicalOf(machine, term, snapped) ?? 0) > ceiling + 1e-9
      ? Math.max(scale.min, snapToDial(scale, snapped - scale.step))
      : snapped;
}

/** Null where the machine's dial for it was never measured. */
function physicalOf(machine: Machine, { quantity }: DoseTerm, value: number): number | null {
  const dial = dialOf(machine, quantity);
  if (!dial) return value;
  return isCalibrated(dial) ? Math.max(toPhysical(dial, value), 1e-6) : null;
}

function fromPhysical(machine: Machine, { quantity }: DoseTerm, physical: number): number {
  const dial = dialOf(machine, quantity);
  return dial ? toDial(dial, physical) : physical;
}

function logOf({ law }: DoseTerm, physical: number): number {
  return law === 'power' ? Math.log(physical) : Math.log(heatRate(physical));
}

function unlog({ law }: DoseTerm, log: number): number {
  if (law === 'power') return Math.exp(log);
  return celsiusAtRate(Math.exp(log));
}

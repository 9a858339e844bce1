import type { Machine } from '../machines';
import { doseTerms, logDose } from './dose';
import type { Outcome } from './outcome';
import type { ProcessName } from './process';
import type { QuantityName } from './quantity';
import { scaleOf, type Settings } from './settings';

/** One outcome with the tool that is in use now, in its present life. */
export interface WearEvent {
  settings: Settings;
  outcome: Outcome;
  /** How far the tool was worn at the time, in its own unit (m or h). */
  wear: number;
  at: number;
}

/** What the maker's own outcomes say a worn tool wants more of. */
export interface WearHint {
  quantity: QuantityName;
  /** In the dial's steps, more than the recipe says; above 0. */
  steps: number;
  /** The outcomes that it stands on, oldest first. */
  because: WearEvent[];
}

/**
 * How much more a worn tool wants than the recipe says, where the maker's own outcomes support it; else null.
 *
 * It takes three things: the recipe's dose was right with this very tool when it was newer; then, further worn, the same
 * or a stronger dose fell short; and what was found right after that was stronger by whole steps of the dial. Where
 * nothing was found right since, two that fell short ask for one step. A right outcome at the recipe's own numbers after
 * the last shortfall takes the hint back.
 * @param events outcomes of this recipe with this tool in its present life, in any order
 */
export function wearHint(
  machine: Machine,
  process: ProcessName,
  base: Settings,
  events: readonly WearEvent[],
): WearHint | null {
  const [first] = doseTerms(process).filter((term) => base[term.quantity] !== undefined);
  const scale = first && scaleOf(machine, first.quantity);
  if (!first || !scale) return null;
  const doseOf = (settings: Settings) => logDose(machine, process, settings).value;
  const wanted = doseOf(base);
  const near = 1e-9;
  const ordered = [...events].sort((a, b) => a.wear - b.wear || a.at - b.at);
  const newer = ordered.find((event) => event.outcome === 'right' && doseOf(event.settings) <= wanted + near);
  if (!newer) return null;
  const short = ordered.filter(
    (event) => event.wear > newer.wear && event.outcome.endsWith('under') && doseOf(event.settings) >= wanted - near,
  );
  const lastShort = short[short.length - 1];
  if (!lastShort) return null;
  const after = ordered.filter((event) => event.wear >= lastShort.wear && event.outcome === 'right');
  if (after.some((event) => doseOf(event.settings) <= wanted + near)) return null;
  const stronger = after.filter(
    (event) => doseOf(event.settings) > wanted + near && event.settings[first.quantity]! > base[first.quantity]!,
  );
  if (stronger.length) {
    const gentlest = stronger.reduce((a, b) => (doseOf(b.settings) < doseOf(a.settings) ? b : a));
    const steps = Math.round((gentlest.settings[first.quantity]! - base[first.quantity]!) / scale.step);
    return steps > 0 ? { quantity: first.quantity, steps, because: [newer, lastShort, gentlest] } : null;
  }
  return short.length >= 2 ? { quantity: first.quantity, steps: 1, because: [newer, ...short] } : null;
}

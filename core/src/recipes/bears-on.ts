import type { Outcome } from './outcome';
import { processOf, type ProcessName } from './process';
import { sameSettings, type Settings } from './settings';
import type { QuantityName } from './quantity';

/** Something that happened with a recipe, as it really was. */
export interface Happened {
  settings: Settings;
  outcome: Outcome;
  /** Earlier passes in the same place that count in. */
  onTopOf?: readonly Settings[];
}

/**
 * What something that happened says of a recipe's own numbers: with just these numbers, what came of them; with more than they are,
 * and still not enough, that they are not enough either; with less, and yet too much, that they are too much. null where it says
 * nothing of them.
 * @example bearsOn('kiss-cut', recipe, { settings: { ...recipe, passes: 2 }, outcome: 'under' }) // 'under'
 */
export function bearsOn(process: ProcessName, recipe: Settings, event: Happened): Outcome | null {
  const { settings, outcome, onTopOf = [] } = event;
  if (onTopOf.length === 0 && sameSettings(settings, recipe)) return outcome;
  if (outcome.endsWith('under'))
    return [...onTopOf, settings].some((pass) => isAtLeast(process, pass, recipe)) ? outcome : null;
  if (outcome.endsWith('over') && onTopOf.length === 0 && isAtLeast(process, recipe, settings)) return outcome;
  return null;
}

/** Whether each of a setting's numbers is as strong as another's or stronger, and all that has no strength is the same. */
function isAtLeast(process: ProcessName, more: Settings, less: Settings): boolean {
  const exponents = new Map<QuantityName, number>(
    processOf(process).dose.map(({ quantity, exponent }) => [quantity, exponent]),
  );
  const names = new Set([...Object.keys(more), ...Object.keys(less)]) as Set<QuantityName>;
  return [...names].every((name) => {
    const [a, b] = [valueOf(more, name), valueOf(less, name)];
    if (a === b) return true;
    const exponent = exponents.get(name) ?? 0;
    return a !== undefined && b !== undefined && exponent !== 0 && a > b === exponent > 0;
  });
}

const valueOf = (settings: Settings, name: QuantityName): number | undefined =>
  settings[name] ?? (name === 'passes' ? 1 : undefined);

import { snapToDial, type Machine } from '../machines';
import type { ProcessName } from './process';
import { quantityOf, type QuantityName } from './quantity';
import { dialOrder, scaleOf, settingProblems, type SettingProblem, type Settings } from './settings';

/** A little more or less of some quantities, in the units of the machine's dials. */
export type Changes = Partial<Record<QuantityName, number>>;

/**
 * The settings that a nudge makes of a base: base plus change, each on the dial's own steps and within its range.
 * @example nudged(longPlotter, { force: 16 }, { force: 1 }) // { force: 17 }
 */
export function nudged(machine: Machine, base: Settings, changes: Changes): Settings {
  const settings: Settings = { ...base };
  for (const [name, change] of Object.entries(changes) as [QuantityName, number][]) {
    const scale = scaleOf(machine, name);
    const value = base[name];
    if (scale && value !== undefined) settings[name] = snapToDial(scale, value + change);
  }
  return settings;
}

/** What is wrong with a nudge: nothing changed, a quantity that the recipe does not set, or a value off the scale. */
export function nudgeProblems(
  machine: Machine,
  process: ProcessName,
  base: Settings,
  changes: Changes,
): SettingProblem[] {
  const entries = Object.entries(changes) as [QuantityName, number][];
  const unset = entries.find(([name]) => base[name] === undefined);
  if (unset)
    return [
      { field: unset[0], message: `The recipe does not set ${quantityOf(unset[0]).label}, so it cannot be nudged.` },
    ];
  const moved = Object.fromEntries(entries.map(([name, change]) => [name, Number((base[name]! + change).toFixed(6))]));
  return settingProblems(machine, process, { ...base, ...moved });
}

/**
 * A nudge as a maker says it, in the order of the machine's dials where the machine is known.
 * @example sayChanges({ force: 1, speed: -2 }) // '+1 force, −2 speed'
 */
export function sayChanges(changes: Changes, machine?: Pick<Machine, 'dials'>): string {
  const order = dialOrder(machine);
  return (Object.entries(changes) as [QuantityName, number][])
    .filter(([, change]) => change !== 0)
    .sort(([a], [b]) => order(a, b))
    .map(([name, change]) => `${change > 0 ? '+' : '−'}${Math.abs(change)} ${quantityOf(name).label}`)
    .join(', ');
}

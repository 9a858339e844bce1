import { dialOf, dialProblem, type Dial, type Machine } from '../machines';
import { processOf, type ProcessName } from './process';
import { QUANTITIES, quantityOf, type QuantityName } from './quantity';

/** What is set on the machine for one step, by quantity, in the machine's own units; a choice by its word's place. */
export type Settings = Partial<Record<QuantityName, number>>;

/** Something wrong with one quantity of a recipe, as a sentence. */
export interface SettingProblem {
  field: QuantityName;
  message: string;
}

type Shop = Pick<Machine, 'name' | 'maxPasses' | 'dials'>;

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * The scale a quantity is set on: the machine's own dial, or for what is set by hand or in the machine file a scale of
 * its own. Undefined where this machine has no such dial.
 */
export function scaleOf(machine: Shop, name: QuantityName): Dial | undefined {
  const dial = dialOf(machine, name);
  const { label, physicalUnit, ownScale } = quantityOf(name);
  if (dial || !ownScale) return dial;
  const max = name === 'passes' ? machine.maxPasses : ownScale.max;
  return { name, label: capital(label), physicalUnit, calibration: [], ...ownScale, max };
}

/**
 * The quantities of a process on this machine, in the order in which they are dialled in.
 * Required ones come even where the machine has no dial for them (then `scale` is undefined).
 */
export function quantitiesFor(
  machine: Shop,
  processName: ProcessName,
): { name: QuantityName; required: boolean; scale: Dial | undefined }[] {
  const process = processOf(processName);
  const all = [...process.required, ...process.optional].map((name) => ({
    name,
    required: process.required.includes(name),
    scale: scaleOf(machine, name),
  }));
  const order = dialOrder(machine);
  return all.filter((q) => q.required || q.scale).sort((a, b) => order(a.name, b.name));
}

/**
 * Compares two quantities by where they stand on a machine: its dials in their order, then the passes, then what is not
 * dialled; without a machine, in the order in which quantities are named.
 */
export function dialOrder(machine: Pick<Shop, 'dials'> | undefined): (a: QuantityName, b: QuantityName) => number {
  const position = (name: QuantityName) => {
    const dial = machine?.dials.findIndex((d) => d.name === name) ?? -1;
    const after = (machine?.dials.length ?? 0) + (name === 'passes' || !machine ? 0 : 1);
    return dial < 0 ? after : dial;
  };
  return (a, b) => position(a) - position(b) || QUANTITIES.indexOf(a) - QUANTITIES.indexOf(b);
}

/**
 * Checks settings against the process and the machine's ranges and steps.
 * @returns a sentence for each quantity that is missing, unknown to the process, or not on the machine's scale
 */
export function settingProblems(machine: Shop, processName: ProcessName, settings: Settings): SettingProblem[] {
  const process = processOf(processName);
  const known = [...process.required, ...process.optional];
  const problems: SettingProblem[] = [];
  for (const field of process.required) {
    if (settings[field] !== undefined) continue;
    const scale = scaleOf(machine, field);
    problems.push({
      field,
      message: scale
        ? `${process.label} needs ${quantityOf(field).label}: from ${scale.min} to ${scale.max} on ${machine.name}.`
        : `${process.label} needs ${quantityOf(field).label}, which ${machine.name} cannot set.`,
    });
  }
  for (const [field, value] of Object.entries(settings) as [QuantityName, number][]) {
    if (!known.includes(field)) {
      problems.push({
        field,
        message: `${process.label} has no ${quantityOf(field).label}; it takes ${known.map((name) => quantityOf(name).label).join(', ')}.`,
      });
      continue;
    }
    const scale = scaleOf(machine, field);
    const message = scale
      ? valueProblem(machine.name, field, scale, value)
      : `${machine.name} has no dial for ${quantityOf(field).label}.`;
    if (message) problems.push({ field, message });
  }
  return problems;
}

function valueProblem(machineName: string, field: QuantityName, scale: Dial, value: number): string | null {
  const { choices, label } = quantityOf(field);
  if (!choices) return dialProblem(machineName, scale, value);
  return choices[value] === undefined ? `${capital(label)} is one of ${choices.join(', ')}.` : null;
}

/** Whether two settings dial in the same values. */
export function sameSettings(a: Settings, b: Settings): boolean {
  const names = new Set([...Object.keys(a), ...Object.keys(b)]) as Set<QuantityName>;
  return [...names].every((name) => a[name] === b[name]);
}

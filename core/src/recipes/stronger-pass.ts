import { machineKindOf, snapToDial, type Machine } from '../machines';
import type { Outcome } from './outcome';
import { processOf, type ProcessName } from './process';
import { scaleOf, type Settings } from './settings';

/** How much more of the first dial a second pass takes, as a share of what it was, where the first was hardly, or by far, not enough. */
const MORE: Partial<Record<Outcome, number>> = { under: 0.08, 'far-under': 0.25 };
/** Heat that a second press adds: half the dwell, or all of it again. */
const DWELL_AGAIN: Partial<Record<Outcome, number>> = { under: 0.5, 'far-under': 1 };

/**
 * What to dial for a second pass in the same place, after a first one that was not enough: the first pass counts in, so one
 * pass does. A beam or a press adds its energy again; a tool presses a little more, at least a step of its dial.
 * null for an outcome that was enough.
 */
export function strongerPass(
  machine: Machine,
  process: ProcessName,
  settings: Settings,
  outcome: Outcome,
): Settings | null {
  const more = MORE[outcome];
  if (more === undefined) return null;
  const { does } = machineKindOf(machine.kind);
  if (does === 'beam')
    return { ...settings, ...(settings.passes === undefined || outcome === 'far-under' ? {} : { passes: 1 }) };
  if (does === 'heat') {
    const scale = scaleOf(machine, 'dwell');
    return settings.dwell === undefined || !scale
      ? { ...settings }
      : {
          ...settings,
          ...(settings.preheat === undefined ? {} : { preheat: 0 }),
          dwell: snapToDial(scale, settings.dwell * DWELL_AGAIN[outcome]!),
        };
  }
  const again: Settings = { ...settings, ...(settings.passes === undefined ? {} : { passes: 1 }) };
  const first = processOf(process).dose.find(
    ({ quantity, exponent }) => exponent > 0 && quantity !== 'passes' && settings[quantity] !== undefined,
  );
  const scale = first && scaleOf(machine, first.quantity);
  if (!first || !scale) return again;
  const was = settings[first.quantity]!;
  return { ...again, [first.quantity]: snapToDial(scale, Math.min(scale.max, was + Math.max(scale.step, was * more))) };
}

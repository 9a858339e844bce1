import { machineKindOf, snapToDial, type Machine } from '../machines';
import type { Outcome } from './outcome';
import { processOf, type ProcessName } from './process';
import { dialInDose, doseTerms, logDose } from './dose';
import { sameSettings, scaleOf, type Settings } from './settings';

/** How much more of the first dial a second pass takes, as a share of what it was, where the first was hardly, or by far, not enough. */
const MORE: Partial<Record<Outcome, number>> = { under: 0.08, 'far-under': 0.25 };
/** Heat that a second press adds: half the dwell, or all of it again. */
const DWELL_AGAIN: Partial<Record<Outcome, number>> = { under: 0.5, 'far-under': 1 };

/**
 * What to dial for a second pass in the same place, after a first one that was not enough: the first pass counts in, so one
 * pass does. A beam adds its energy again, and more where that would be the very numbers that were not enough; a press adds its
 * heat; a tool presses a little more, at least a step of its dial, or does more by another dial where that one stands at its end.
 * What was dialled before never comes back unchanged, unless every dial stands at its end.
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
  if (does === 'beam') {
    const again = { ...settings, ...(settings.passes === undefined || outcome === 'far-under' ? {} : { passes: 1 }) };
    return sameSettings(again, settings) ? turnedUp(machine, process, settings, more) : again;
  }
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
  const value = snapToDial(scale, Math.min(scale.max, was + Math.max(scale.step, was * more)));
  const told = { ...again, [first.quantity]: value };
  return sameSettings(told, settings) ? turnedUp(machine, process, settings, more) : told;
}

/** Numbers that do more by that share, by the first dials that can be turned; at least by a step of one. */
function turnedUp(machine: Machine, process: ProcessName, settings: Settings, more: number): Settings {
  const wanted = logDose(machine, process, settings).value + Math.log1p(more);
  const { settings: told } = dialInDose(machine, process, settings, wanted);
  if (!sameSettings(told, settings)) return told;
  // A step is more than what is missing: it is taken all the same.
  for (const { quantity, exponent } of doseTerms(process)) {
    const [scale, was] = [scaleOf(machine, quantity), settings[quantity]];
    if (!scale || was === undefined || exponent === 0) continue;
    const next = Math.min(scale.max, Math.max(scale.min, was + Math.sign(exponent) * scale.step));
    if (next !== was) return { ...settings, [quantity]: snapToDial(scale, next) };
  }
  return settings;
}

import type { Machine } from '../machines';
import {
  doseTerms,
  processOf,
  scaleOf,
  type Changes,
  type ProcessName,
  type QuantityName,
  type Settings,
  type Temper,
} from '../recipes';
import { symptomsOf, type Cause, type Change, type Circumstance } from './table';

/** What is known beside what was seen. */
export interface Known {
  process: ProcessName;
  settings: Settings;
  temper: Temper;
  /** Wear of the tool as a share of its life; null where its life is not known. */
  wearShare: number | null;
  /** Whether these very settings were right in one of the last runs. */
  wasRightLately: boolean;
  thicknessMm: number;
  /** Smallest detail that the material bears, and the smallest in the artwork where one is at hand; mm. */
  smallestDetailMm: number | null;
  artworkDetailMm: number | null;
}

/** One possible cause with how likely it is, and what to change for it. */
export interface Diagnosis {
  cause: string;
  /** From 0 to 1; all causes of the symptom together are 1. */
  chance: number;
  /** What is known that speaks for it. */
  because: Circumstance[];
  change: Change;
  /** The change as a nudge in the machine's own steps, where it is one that this machine and recipe can do. */
  nudge: Changes | null;
}

const WORN = 0.6;
const NEAR_END = 0.85;
const THICK_MM = 2;
/** A dial that stands in the upper part of its range is called fast. */
const FAST_SHARE = 0.5;
/** A nudge is about so much of the dial's value, in whole steps. */
const NUDGE_SHARE = 0.06;

/** Circumstances that hold. */
export function circumstances(machine: Machine, known: Known): Circumstance[] {
  const { wearShare, settings, temper, wasRightLately, thicknessMm, smallestDetailMm, artworkDetailMm } = known;
  const speed = scaleOf(machine, 'speed');
  const found: [Circumstance, boolean][] = [
    ['worn tool', wearShare !== null && wearShare >= WORN],
    ['tool near its end', wearShare !== null && wearShare >= NEAR_END],
    ['was right lately', wasRightLately],
    ['never proven', temper === 'bare' || temper === 'straw'],
    [
      'finer than the material bears',
      smallestDetailMm !== null && artworkDetailMm !== null && artworkDetailMm < smallestDetailMm,
    ],
    [
      'fast',
      Boolean(
        speed && settings.speed !== undefined && (settings.speed - speed.min) / (speed.max - speed.min) >= FAST_SHARE,
      ),
    ],
    ['thick material', thicknessMm >= THICK_MM],
  ];
  return found.filter(([, holds]) => holds).map(([name]) => name);
}

/**
 * Likely causes of a symptom, the likeliest first: prior weights times what is known, to 1 together (a naive Bayes rule).
 * @throws RangeError where the process has no such symptom
 */
export function diagnose(machine: Machine, symptomName: string, known: Known): Diagnosis[] {
  const symptom = symptomsOf(known.process).find(({ name }) => name === symptomName);
  if (!symptom) throw new RangeError(`${processOf(known.process).label} has no symptom “${symptomName}”.`);
  const holding = circumstances(machine, known);
  const weighed = symptom.causes.map((cause) => ({
    cause,
    weight: holding.reduce((weight, circumstance) => weight * (cause.likelier?.[circumstance] ?? 1), cause.weight),
  }));
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0);
  return weighed
    .map(({ cause, weight }) => ({
      cause: cause.name,
      chance: weight / total,
      because: holding.filter((name) => (cause.likelier?.[name] ?? 1) > 1),
      change: cause.change,
      nudge: nudgeFor(machine, known, cause),
    }))
    .sort((a, b) => b.chance - a.chance);
}

/** The change of a cause in whole steps of the machine's dial; null where there is no such dial, or it stands at its end. */
function nudgeFor(machine: Machine, { process, settings }: Known, { change }: Cause): Changes | null {
  if (change.kind !== 'dial') return null;
  const terms = doseTerms(process).filter(({ quantity }) => settings[quantity] !== undefined);
  const quantity: QuantityName | undefined = change.quantity ?? terms[0]?.quantity;
  const scale = quantity && settings[quantity] !== undefined ? scaleOf(machine, quantity) : undefined;
  if (!quantity || !scale) return null;
  const value = settings[quantity]!;
  // More of the dose can be less of the dial: the first dial of a process may be one that lowers it.
  const lowers = change.quantity === undefined && (terms[0]?.exponent ?? 1) < 0;
  const way = (change.way === 'more') === lowers ? -1 : 1;
  const steps = Math.max(1, Math.round((value * NUDGE_SHARE) / scale.step));
  const wanted = Math.min(scale.max, Math.max(scale.min, value + way * steps * scale.step));
  const by = Number((wanted - value).toFixed(6));
  return by === 0 ? null : { [quantity]: by };
}

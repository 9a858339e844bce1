import { inverse, Matrix } from 'ml-matrix';
import { dialOf, dialSpread, isCalibrated, snapToDial, toDial, toPhysical, type Machine } from '../machines';
import type { ToolKind } from '../tools';
import { formatNumber } from '../units';
import { dialInDose, doseTerms, logDose } from './dose';
import { processOf, type ProcessName } from './process';
import { quantityOf, type QuantityName } from './quantity';
import { scaleOf, type Settings } from './settings';
import type { Temper } from './temper';

/** A recipe with what is needed to lean on it. */
export interface KnownRecipe {
  id: string;
  process: ProcessName;
  settings: Settings;
  temper: Temper;
  machine: Machine;
  tool: { kind: ToolKind };
  material: { id: string; name: string; family: string; thicknessMm: number };
}

/** Where a recipe is wanted. */
export interface RecipePlace {
  process: ProcessName;
  machine: Machine;
  tool: { kind: ToolKind };
  material: { id: string; name: string; family: string; thicknessMm: number; heatLimitC?: number | null };
}

/** A recipe that was leaned on, and its share of the answer. */
export interface Leaning {
  recipeId: string;
  materialName: string;
  thicknessMm: number;
  machineName: string;
  /** Share of the answer, from 0 to 1; all shares add up to 1. */
  weight: number;
}

/** A way to start where there is no recipe yet. */
export interface Suggestion {
  settings: Settings;
  /** Log dose that is aimed at, and its standard deviation. */
  dose: number;
  spread: number;
  /** How far off it could be either way, four times in five, in steps of the first quantity that is turned. */
  offBy: { quantity: QuantityName; steps: number };
  /** What to write down as its source: borrowed where it stands on something, a guess where it hardly does. */
  source: 'carried-over' | 'guess';
  why: string;
  leanedOn: Leaning[];
}

export type SuggestAnswer = { suggestion: Suggestion; refusal: null } | { suggestion: null; refusal: string };

/** Standard deviations in log dose of what makes two recipes differ; what is shared between two of them cancels. */
const FAMILY = 2;
const MATERIAL = 0.12;
const TOOL = 0.15;
const MACHINE = 0.05;
/** Machines of another kind: light of another wavelength is taken up otherwise, a plate presses otherwise than a clam. */
const KIND = 0.5;
/** The offset of a scale that was never measured: known only where recipes tie it to others. */
const UNMEASURED = 5;
/** What counts for so little in the dose, as an exponent, is taken to be alike where its scale was never measured. */
const MINOR = 0.5;
/** How much of a step along an unmeasured scale may be other than its numbers say. */
const UNMEASURED_SLOPE = 0.25;
/** How far a recipe's own dose may be from the middle of its window, beyond the width of the window itself. */
const DOUBT: Readonly<Record<Temper, number>> = { bare: 0.4, straw: 0.22, bronze: 0.06, violet: 0.03, blue: 0 };
/** Less than this is known: an answer would be a guess. */
const TOO_UNSURE = 0.75;
/** Four times in five the truth is within this many standard deviations (normal quantile of 0.9). */
const FOUR_IN_FIVE = 1.2816;
const MOST_LEANED_ON = 60;

/**
 * Suggests settings for a place that has no recipe, from the recipes of the same process and family.
 *
 * Every recipe's dose (see {@link logDose}) is taken as family level + α·ln(thickness) + own effects of material, tool
 * kind and machine + how far it is from the middle of its window. All of these are normal with the spreads above, α
 * with the process's prior; so the answer is the best linear prediction (kriging; equal to weighted least squares for α
 * shrunk towards its prior), which brings its own weights and standard deviation. An unmeasured scale has an offset
 * that only recipes of a common family can tie down; without one the answer is refused.
 * @example suggestRecipe(known, { process: 'kiss-cut', machine, tool: { kind: 'fine-blade' }, material })
 */
export function suggestRecipe(known: readonly KnownRecipe[], place: RecipePlace): SuggestAnswer {
  const process = processOf(place.process);
  const on = `${process.label.toLowerCase()} on a material of this family`;
  const same = known.filter(
    (recipe) => recipe.process === place.process && recipe.material.family === place.material.family,
  );
  if (same.length === 0)
    return refuse(`Nothing in the book is near enough to lean on: there is no ${on} on any machine yet.`);
  const missingDial = process.required.find((name) => !scaleOf(place.machine, name));
  if (missingDial)
    return refuse(
      `${place.machine.name} has no dial for ${quantityOf(missingDial).label}, which ${process.label.toLowerCase()} needs.`,
    );
  const leaned = nearestFew(same, place);
  const { mean, spread, weights } = predict(leaned, place);
  if (!(spread < TOO_UNSURE)) return refuse(unsure(leaned, place, on));
  const base = baseSettings(leaned, weights, place);
  if (!base) return refuse(unsure(leaned, place, on));
  const ceiling: Settings = place.material.heatLimitC ? { temperature: place.material.heatLimitC } : {};
  const hidden =
    logDose(place.machine, place.process, base).value -
    comparableDose({ machine: place.machine, settings: base }, place.process);
  const { settings, missing } = dialInDose(place.machine, place.process, base, mean + hidden, ceiling);
  if (Math.abs(missing) > process.window) {
    return refuse(
      `${place.machine.name} cannot reach what ${place.material.name} should need: even at its ${missing > 0 ? 'strongest it falls short' : 'gentlest it is too strong'}.`,
    );
  }
  const offBy = stepsOff(place, settings, mean + hidden, spread, ceiling);
  const leanedOn = shares(leaned, weights);
  return {
    refusal: null,
    suggestion: {
      settings,
      dose: mean + hidden,
      spread,
      offBy,
      leanedOn,
      source: spread * FOUR_IN_FIVE <= process.window ? 'carried-over' : 'guess',
      why: explain(leanedOn, offBy, place),
    },
  };
}

const refuse = (refusal: string): SuggestAnswer => ({ suggestion: null, refusal });

/** Whether doses of this machine can be compared with those of others. */
const isComparable = (machine: Machine, process: ProcessName): boolean =>
  doseTerms(process).every((term) => isKnown(machine, term.quantity) || isMinor(term));
const isMinor = ({ exponent }: { exponent: number }): boolean => Math.abs(exponent) < MINOR;
const isKnown = (machine: Machine, quantity: QuantityName): boolean => {
  const dial = dialOf(machine, quantity);
  return !dial || isCalibrated(dial);
};

/** The dose without what counts for little and was never measured. */
function comparableDose(
  { machine, settings }: Pick<KnownRecipe, 'machine' | 'settings'>,
  process: ProcessName,
): number {
  const counted = { ...settings };
  for (const term of doseTerms(process))
    if (isMinor(term) && !isKnown(machine, term.quantity)) delete counted[term.quantity];
  return logDose(machine, process, counted).value;
}

/** The spread that a machine's dials bring into every dose on it. */
function machineSpread(machine: Machine, process: ProcessName): number {
  const spreads = doseTerms(process).map(({ quantity, exponent }) => {
    const dial = dialOf(machine, quantity);
    const spread = dial ? dialSpread(dial) : 0;
    return Math.abs(exponent) * (Number.isFinite(spread) ? spread : isMinor({ exponent }) ? MINOR : 0);
  });
  return Math.hypot(MACHINE, ...spreads);
}

function nearestFew(same: KnownRecipe[], place: RecipePlace): KnownRecipe[] {
  const distance = (recipe: KnownRecipe) =>
    Math.abs(Math.log(recipe.material.thicknessMm / place.material.thicknessMm)) +
    (recipe.machine.id === place.machine.id ? 0 : 0.3) +
    (recipe.tool.kind === place.tool.kind ? 0 : 0.2) +
    DOUBT[recipe.temper];
  return [...same].sort((a, b) => distance(a) - distance(b) || a.id.localeCompare(b.id)).slice(0, MOST_LEANED_ON);
}

interface Traits {
  x: number;
  materialId: string;
  toolKind: ToolKind;
  machineId: string;
  machineKind: string;
  machineVariance: number;
}

function traitsOf(
  { machine, material, tool }: Pick<KnownRecipe, 'machine' | 'material' | 'tool'>,
  place: RecipePlace,
): Traits {
  const own = machineSpread(machine, place.process) ** 2 + (isComparable(machine, place.process) ? 0 : UNMEASURED ** 2);
  return {
    x: Math.log(material.thicknessMm / place.material.thicknessMm),
    materialId: material.id,
    toolKind: tool.kind,
    machineId: machine.id,
    machineKind: machine.kind,
    machineVariance: own,
  };
}

function predict(leaned: KnownRecipe[], place: RecipePlace): { mean: number; spread: number; weights: number[] } {
  const { thickness, window } = processOf(place.process);
  const shared = (a: Traits, b: Traits): number =>
    FAMILY ** 2 +
    thickness.spread ** 2 * a.x * b.x +
    (a.materialId === b.materialId ? MATERIAL ** 2 : 0) +
    (a.toolKind === b.toolKind ? TOOL ** 2 : 0) +
    (a.machineKind === b.machineKind ? KIND ** 2 : 0) +
    (a.machineId === b.machineId ? a.machineVariance : 0);
  const traits = leaned.map((recipe) => traitsOf(recipe, place));
  const target = traitsOf(place, place);
  // A recipe that is right lies somewhere in its window, and more often than not towards the middle.
  const noise = (window / 4) ** 2;
  const between = new Matrix(
    traits.map((a, i) => traits.map((b, j) => shared(a, b) + (i === j ? noise + DOUBT[leaned[i].temper] ** 2 : 0))),
  );
  const toTarget = Matrix.columnVector(traits.map((trait) => shared(trait, target)));
  const weights = inverse(between).mmul(toTarget).to1DArray();
  const doses = leaned.map((recipe, i) => comparableDose(recipe, place.process) - thickness.exponent * traits[i].x);
  // The level of the family is hardly known beforehand: it is taken to be about what the measured machines show.
  const level = middleOf(doses.filter((_, i) => isComparable(leaned[i].machine, place.process))) ?? middleOf(doses)!;
  const mean = level + weights.reduce((sum, weight, i) => sum + weight * (doses[i] - level), 0);
  const explained = weights.reduce((sum, weight, i) => sum + weight * toTarget.get(i, 0), 0);
  let variance = Math.max(0, shared(target, target) - explained);
  if (!isComparable(place.machine, place.process)) {
    const own = doses.filter((_, i) => leaned[i].machine.id === place.machine.id);
    const step = own.length ? Math.min(...own.map((dose) => Math.abs(dose - mean))) : UNMEASURED;
    variance += (UNMEASURED_SLOPE * step) ** 2;
  }
  return { mean, spread: Math.sqrt(variance), weights };
}

function middleOf(values: number[]): number | null {
  return values.length ? [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] : null;
}

/** The settings to turn from: those of the recipe with most weight that can be put into this machine's numbers. */
function baseSettings(leaned: KnownRecipe[], weights: number[], place: RecipePlace): Settings | null {
  const order = leaned
    .map((recipe, i) => ({ recipe, weight: weights[i] }))
    .sort((a, b) => b.weight - a.weight || a.recipe.id.localeCompare(b.recipe.id));
  for (const { recipe } of order) {
    const settings = carried(recipe, place);
    if (settings) return settings;
  }
  return null;
}

/** A recipe's values on another machine's dials, on its steps; null where a needed one cannot be known there. */
function carried(
  { settings, machine: from, material }: KnownRecipe,
  { process: processName, machine: to, material: target }: RecipePlace,
): Settings | null {
  const { required, optional, dose } = processOf(processName);
  const result: Settings = {};
  for (const name of [...required, ...optional]) {
    const value = settings[name];
    const scale = scaleOf(to, name);
    if (value === undefined || !scale) {
      if (required.includes(name)) return null;
      continue;
    }
    const source = dialOf(from, name);
    const thicker = dose.some((term) => term.quantity === name && term.followsThickness)
      ? target.thicknessMm / material.thicknessMm
      : 1;
    if (from.id === to.id || !source) result[name] = snapToDial(scale, value * thicker);
    else if (isCalibrated(source) && isCalibrated(scale))
      result[name] = snapToDial(scale, toDial(scale, toPhysical(source, value) * thicker));
    else if (required.includes(name)) return null;
  }
  return result;
}

function stepsOff(
  place: RecipePlace,
  settings: Settings,
  mean: number,
  spread: number,
  ceiling: Settings,
): Suggestion['offBy'] {
  const terms = doseTerms(place.process).filter((term) => settings[term.quantity] !== undefined);
  const ends = [-1, 1].map(
    (sign) => dialInDose(place.machine, place.process, settings, mean + sign * FOUR_IN_FIVE * spread, ceiling).settings,
  );
  for (const { quantity } of terms) {
    const { step } = scaleOf(place.machine, quantity)!;
    const furthest = Math.max(...ends.map((end) => Math.abs(end[quantity]! - settings[quantity]!)));
    if (furthest > 0) return { quantity, steps: Math.round(furthest / step) };
  }
  return { quantity: terms[0].quantity, steps: 0 };
}

function shares(leaned: KnownRecipe[], weights: number[]): Leaning[] {
  const total = weights.reduce((sum, weight) => sum + Math.abs(weight), 0) || 1;
  return leaned
    .map((recipe, i) => ({
      recipeId: recipe.id,
      materialName: recipe.material.name,
      thicknessMm: recipe.material.thicknessMm,
      machineName: recipe.machine.name,
      weight: Math.abs(weights[i]) / total,
    }))
    .filter(({ weight }) => weight >= 0.02)
    .sort((a, b) => b.weight - a.weight || a.recipeId.localeCompare(b.recipeId));
}

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six'];

/** How far off, in plain words. @example sayOffBy({ quantity: 'force', steps: 2 }) // 'could be off by two steps of force either way' */
export function sayOffBy({ quantity, steps }: Suggestion['offBy']): string {
  const { label } = quantityOf(quantity);
  if (steps === 0) return `should be right to the step of ${label}`;
  return `could be off by ${NUMBERS[steps] ?? steps} ${steps === 1 ? 'step' : 'steps'} of ${label} either way`;
}

function explain(leanedOn: Leaning[], offBy: Suggestion['offBy'], { material, machine }: RecipePlace): string {
  const [first, ...others] = leanedOn;
  const from = first.machineName === machine.name ? '' : ` on ${first.machineName}`;
  const thickness =
    first.thicknessMm === material.thicknessMm
      ? ''
      : ` (${formatNumber(first.thicknessMm, 3)} mm; this one is ${formatNumber(material.thicknessMm, 3)} mm)`;
  const more =
    others.length === 0 ? '' : ` and ${others.length === 1 ? 'one more recipe' : `${others.length} more recipes`}`;
  return `From ${first.materialName}${thickness}${from}${more}; ${sayOffBy(offBy)}`;
}

function unsure(leaned: KnownRecipe[], { machine, process }: RecipePlace, on: string): string {
  const unmeasured = doseTerms(process)
    .filter(({ quantity }) => !isKnown(machine, quantity))
    .map(({ quantity }) => dialOf(machine, quantity)!.label.toLowerCase());
  if (unmeasured.length) {
    return `It would be a guess: ${machine.name}'s ${unmeasured.join(' and ')} scale was never measured, and no material of this family has a recipe for it there. Measure the scale, or try one of them on it first.`;
  }
  const others = [...new Set(leaned.map((recipe) => recipe.machine.name))].join(' and ');
  return `It would be a guess: ${on} is known only from ${others}, too far from this to carry over.`;
}

import { dialOf, isCalibrated, snapToDial, toDial, toPhysical, type Machine } from '../machines';
import { formatNumber } from '../units';
import { processOf, type ProcessName, type QuantityName, type ToolKind } from './process';
import { scaleOf, type Settings } from './settings';

/** What a recipe is for. */
export interface RecipeKey {
  machineId: string;
  toolId: string;
  materialId: string;
  process: ProcessName;
}

/** The recipe that is exactly for this machine, tool, material and process. */
export function findRecipe<R extends RecipeKey>(recipes: R[], key: RecipeKey): R | undefined {
  return recipes.find(
    (r) => r.machineId === key.machineId && r.toolId === key.toolId && r.materialId === key.materialId && r.process === key.process,
  );
}

/** A recipe with what is needed to judge how near it is. */
export interface KnownRecipe {
  id: string;
  process: ProcessName;
  settings: Settings;
  machine: Machine;
  tool: { kind: ToolKind };
  material: { id: string; name: string; family: string; thicknessMm: number };
}

/** Where a recipe is wanted. */
export interface RecipePlace {
  process: ProcessName;
  machine: Machine;
  tool: { kind: ToolKind };
  material: { id: string; family: string; thicknessMm: number };
}

/** The nearest known recipe, put into the wanted machine's own numbers. */
export interface NearestRecipe<R> {
  recipe: R;
  settings: Settings;
  why: string;
}

/**
 * The nearest recipe of the same process and material family, or null where there is none that this machine could
 * use. Between machines each dial goes through its physical unit and back; where a scale was never measured, its
 * numbers mean nothing elsewhere and the recipe is passed over. Values are not adjusted for thickness: they are
 * another material's values, to be tried with care.
 */
export function nearestRecipe<R extends KnownRecipe>(known: R[], place: RecipePlace): NearestRecipe<R> | null {
  const ranked = known
    .filter((r) => r.process === place.process && r.material.family === place.material.family)
    .map((recipe) => ({ recipe, distance: distanceTo(recipe, place) }))
    .sort((a, b) => a.distance - b.distance || a.recipe.id.localeCompare(b.recipe.id));
  for (const { recipe } of ranked) {
    const settings = carrySettings(recipe.settings, recipe.machine, place.machine, place.process);
    if (settings) return { recipe, settings, why: explain(recipe, place) };
  }
  return null;
}

/** Thickness counts by its ratio; another machine counts like a material half as thick again, another tool a little. */
function distanceTo(recipe: KnownRecipe, place: RecipePlace): number {
  const thickness = Math.abs(Math.log(recipe.material.thicknessMm / place.material.thicknessMm));
  const machine = recipe.machine.id === place.machine.id ? 0 : 0.4;
  const tool = recipe.tool.kind === place.tool.kind ? 0 : 0.2;
  const material = recipe.material.id === place.material.id ? 0 : 0.1;
  return thickness + machine + tool + material;
}

/** The same physical values on another machine's dials, on its steps; null where that cannot be known. */
export function carrySettings(settings: Settings, from: Machine, to: Machine, processName: ProcessName): Settings | null {
  const process = processOf(processName);
  const carried: Settings = {};
  for (const [name, value] of Object.entries(settings) as [QuantityName, number][]) {
    const target = scaleOf(to, name);
    if (!target) {
      if (process.required.includes(name)) return null;
      continue;
    }
    const source = dialOf(from, name);
    if (from.id === to.id || !source) {
      carried[name] = snapToDial(target, value);
    } else {
      if (!isCalibrated(source) || !isCalibrated(target)) return null;
      carried[name] = snapToDial(target, toDial(target, toPhysical(source, value)));
    }
  }
  return process.required.every((name) => carried[name] !== undefined) ? carried : null;
}

function explain(recipe: KnownRecipe, place: RecipePlace): string {
  const material = recipe.material.id === place.material.id ? 'the same material' : `${recipe.material.name} (${formatNumber(recipe.material.thicknessMm, 3)} mm; this one is ${formatNumber(place.material.thicknessMm, 3)} mm)`;
  const machine = recipe.machine.id === place.machine.id ? '' : `, carried over from ${recipe.machine.name}`;
  const tool = recipe.tool.kind === place.tool.kind ? '' : ', with another kind of tool';
  return `Nearest known: ${material}${machine}${tool}`;
}

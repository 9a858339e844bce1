import type { StepRecipe } from '@keen-anvil/contract';
import { findRecipe, nearestRecipe, type KnownRecipe } from '@keen-anvil/core/recipes';
import type { StepRow } from '../queries/jobs';
import type { Shop } from './shop';

/** The recipe for a step's material, machine, tool and process; where there is none, the nearest one. */
export function matchRecipe(step: Pick<StepRow, 'process' | 'materialId' | 'machineId' | 'toolId'>, shop: Shop): StepRecipe {
  const material = step.materialId ? shop.materials.get(step.materialId) : undefined;
  const machine = shop.machines.get(step.machineId);
  const tool = shop.tools.get(step.toolId);
  if (!material || !machine || !tool) return { recipe: null, nearest: null };
  const keyed = shop.recipes.map((recipe) => ({ recipe, process: recipe.process, machineId: recipe.machine.id, toolId: recipe.tool.id, materialId: recipe.material.id }));
  const found = findRecipe(keyed, { process: step.process, machineId: machine.id, toolId: tool.id, materialId: material.id });
  if (found) return { recipe: found.recipe, nearest: null };
  const known = shop.recipes.flatMap((recipe): KnownRecipe[] => {
    const on = shop.machines.get(recipe.machine.id);
    return on ? [{ id: recipe.id, process: recipe.process, settings: recipe.settings, machine: on, tool: recipe.tool, material: recipe.material }] : [];
  });
  const nearest = nearestRecipe(known, { process: step.process, machine, tool, material });
  return { recipe: null, nearest: nearest && { settings: nearest.settings, why: nearest.why, fromRecipeId: nearest.recipe.id } };
}

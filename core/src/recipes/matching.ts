import type { ProcessName } from './process';

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
    (r) =>
      r.machineId === key.machineId &&
      r.toolId === key.toolId &&
      r.materialId === key.materialId &&
      r.process === key.process,
  );
}

import type { BookMachine, BookMaterial, BookRecipe, BookTool, ImportRow } from '@keen-anvil/contract';

/** One record of a file with what is to be done with it. */
export interface Planned<T> extends ImportRow {
  value: T | null;
  /** The record as it stands in the book now. */
  before: T | null;
}

export interface ImportPlan {
  machines: Planned<BookMachine>[];
  tools: Planned<BookTool>[];
  materials: Planned<BookMaterial>[];
  recipes: Planned<BookRecipe>[];
}

/** Where a recipe stands: no two that are in use stand in the same place. */
export const placeOf = (recipe: Pick<BookRecipe, 'machineId' | 'toolId' | 'materialId' | 'process'>): string =>
  [recipe.materialId, recipe.process, recipe.machineId, recipe.toolId].join(' ');

/** A recipe's numbers as they stand. */
export const newest = (recipe: BookRecipe): BookRecipe['revisions'][number] =>
  recipe.revisions[recipe.revisions.length - 1];

/** Stands for the moment at which a table is written down: a table says nothing of when. */
export const NOW = 'now';

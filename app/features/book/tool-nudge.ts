import type { RecipeDetail, VariantView } from '@keen-anvil/contract';

/** The nudge in force for the recipe's own tool: it holds wherever the recipe is used. */
export const toolNudge = (recipe: RecipeDetail): VariantView | undefined =>
  recipe.variants.find((variant) => !variant.endedAt && variant.toolId === recipe.tool.id);

/** The nudges in force for single pieces of stock: each holds on its piece, before one for the tool. */
export const pieceNudges = (recipe: RecipeDetail): VariantView[] =>
  recipe.variants.filter((variant) => !variant.endedAt && variant.stockPieceId !== null);

import type { RecipeDetail, VariantView } from '@keen-anvil/contract';

/** The nudge in force for the recipe's own tool: it holds wherever the recipe is used. */
export const toolNudge = (recipe: RecipeDetail): VariantView | undefined => recipe.variants.find((variant) => !variant.endedAt && variant.toolId === recipe.tool.id);

import type { RecipePageView } from '@keen-anvil/contract';

/** How many recipes a search found. */
export const sayFound = ({ total, hasMore }: Pick<RecipePageView, 'total' | 'hasMore'>): string =>
  hasMore ? `more than ${total} recipes` : total === 1 ? '1 recipe' : `${total} recipes`;

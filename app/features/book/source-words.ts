import type { Source } from '@keen-anvil/core/recipes';

/** Where a recipe came from, in words. */
export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  guess: 'a guess',
  'supplier-card': "the supplier's card",
  'other-maker': 'another maker',
  'carried-over': 'carried over from near recipes',
  'own-trial': 'own trials',
};

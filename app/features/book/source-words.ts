import type { Source } from '@keen-anvil/core/recipes';

/** Where a recipe came from, in words. */
export const SOURCE_WORDS: Readonly<Record<Source, string>> = {
  guess: 'a guess',
  'supplier-card': "the supplier's card",
  'other-maker': 'another maker',
  'carried-over': 'carried over from near recipes',
  'own-trial': 'own trials',
};

/** The same with what was written beside it, as one sentence; a recipe that was carried over tells by itself from what. */
export function saidSource({ source, reason }: { source: Source; reason: string }): string {
  if (source === 'carried-over')
    return `Carried over${reason ? `: ${reason.charAt(0).toLowerCase()}${reason.slice(1)}` : ' from near recipes'}`;
  return `From ${SOURCE_WORDS[source]}${reason ? `: ${reason}` : ''}`;
}

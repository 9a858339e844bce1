import type { RecipeSummary } from '@keen-anvil/contract';
import { lazy, Suspense } from 'react';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { useNails } from '../book/queries';
import { NailedCard } from './nailed-card';

/** Fetched after the Bench is there: the cards stand as they will, and can be moved a moment later. */
const MovedCards = lazy(() => import('./moved-cards'));

/** The cards nailed to the Bench, in the maker's own order. */
export function NailedCards({ recipes }: { recipes: RecipeSummary[] }) {
  const { rust } = useTokens();
  const nails = useNails();
  const ids = nails.isPending ? nails.variables : recipes.map((recipe) => recipe.id);
  const shown = ids.flatMap((id) => recipes.find((recipe) => recipe.id === id) ?? []);
  return (
    <View style={{ gap: SPACE.small }} testID="nailed">
      <Heading>Nailed up</Heading>
      {recipes.length === 0 ? (
        <Aside>Nothing yet: nail a card up from its page in the book, and it stays here.</Aside>
      ) : null}
      {nails.isError ? (
        <Body role="alert" style={{ color: rust }}>
          {nails.error.message}
        </Body>
      ) : null}
      <Suspense
        fallback={shown.map((recipe) => (
          <NailedCard key={recipe.id} recipe={recipe} />
        ))}
      >
        <MovedCards recipes={shown} onMoved={nails.mutate} />
      </Suspense>
    </View>
  );
}

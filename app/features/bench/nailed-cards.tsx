import type { RecipeSummary } from '@keen-anvil/contract';
import { lazy, Suspense, type ComponentType } from 'react';
import { View } from 'react-native';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Body, Heading } from '../../ui/type';
import { useNails } from '../book/queries';
import { NailedCard } from './nailed-card';

interface CardsProps {
  recipes: readonly RecipeSummary[];
  onMoved: (ids: string[]) => void;
}

/** The cards as they stand, not to be moved. */
const StillCards = ({ recipes }: CardsProps) => recipes.map((recipe) => <NailedCard key={recipe.id} recipe={recipe} />);

/** Fetched after the Bench is there: the cards can be moved a moment later, or, where it cannot be had, at the next look. */
const MovedCards = lazy((): Promise<{ default: ComponentType<CardsProps> }> =>
  import('./moved-cards').catch(() => ({ default: StillCards })),
);

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
      <Suspense fallback={<StillCards recipes={shown} onMoved={nails.mutate} />}>
        <MovedCards recipes={shown} onMoved={nails.mutate} />
      </Suspense>
    </View>
  );
}

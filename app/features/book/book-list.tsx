import type { RecipeSummary } from '@keen-anvil/contract';
import { Button, Input } from '../../ui/elements';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useCallback, useMemo, useState } from 'react';
import { View } from 'react-native';
import { LongList } from '../../ui/long-list';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useScreenTitle } from '../../ui/screen-title';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Title } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { filterFrom, type BookFilter } from './filter';
import { FilterBar } from './filter-bar';
import { useRecipes } from './queries';
import { ReadAs } from './read-as';
import { RecipeRow } from './recipe-row';
import { sayFound } from './say-found';
import { TakeAlong } from './take-along';

/** The settings book: found in by words, numbers and filters, all of which stand in the address. */
export function BookList() {
  const { paper } = useTokens();
  useScreenTitle('Book');
  const router = useRouter();
  const isWide = useWide();
  const params = useGlobalSearchParams<Record<string, string>>();
  const { id } = params;
  const filter = useFilter(params);
  const recipes = useRecipes(filter);
  const [isTaking, setTaking] = useState(false);
  const found = useMemo(() => recipes.data?.pages.flatMap((page) => page.recipes) ?? [], [recipes.data]);
  const first = recipes.data?.pages[0];
  const set = useCallback((change: BookFilter) => router.setParams(change as Record<string, string>), [router]);
  const open = useCallback(
    (recipeId: string) => router.push({ pathname: '/book/[id]', params: { ...filter, id: recipeId } }),
    [router, filter],
  );
  const { hasNextPage, isFetching, fetchNextPage } = recipes;
  const more = useCallback(() => {
    if (hasNextPage && !isFetching) void fetchNextPage();
  }, [hasNextPage, isFetching, fetchNextPage]);
  const isNarrowed = Boolean(filter.material || filter.machine || filter.process || filter.temper);
  const head = (
    <View style={{ gap: SPACE.base, paddingBottom: SPACE.small }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Title>Book</Title>
        <TextKey title="Take along" icon="bag-personal-outline" onPress={() => setTaking(true)} />
      </View>
      <Input
        aria-label="Find a recipe"
        testID="find"
        placeholder="navy vinyl, birch 3, force 18 …"
        value={params.search ?? ''}
        onChangeText={(search) => set({ search })}
        autoCorrect={false}
        renderErrorMessage={false}
      />
      <FilterBar filter={filter} onChange={set} />
      {recipes.isPending ? <Waiting lines={6} /> : null}
      {recipes.isError ? <Trouble error={recipes.error} retry={() => void recipes.refetch()} /> : null}
      {first ? (
        <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
          <Aside>{sayFound(first)}</Aside>
          {isWide ? (
            <TextKey
              title="As a table"
              icon="table"
              onPress={() => router.push({ pathname: '/book/table', params: { ...filter } })}
            />
          ) : null}
        </View>
      ) : null}
      {first ? <ReadAs read={first.read} /> : null}
      {first?.total === 0 ? (
        <Nothing title={isNarrowed || filter.search ? 'No recipe has all of this' : 'The book is empty'}>
          {isNarrowed || filter.search
            ? 'Try fewer words: a colour, a family, a machine; or take a filter off.'
            : 'Write down the first recipe, or bring in a book under “Take along”.'}
        </Nothing>
      ) : null}
    </View>
  );
  return (
    <View style={{ flex: 1, backgroundColor: paper }}>
      <LongList
        testID="book-list"
        place={`book ${JSON.stringify(filter)}`}
        items={found}
        keyOf={keyOf}
        renderItem={(recipe) => <RecipeRow recipe={recipe} isOpen={recipe.id === id} onOpen={open} />}
        header={head}
        rowPx={112}
        gapPx={SPACE.small}
        edgePx={SPACE.wide}
        onNearEnd={more}
      />
      <View style={{ padding: SPACE.base }}>
        <Button
          title="New recipe"
          onPress={() =>
            router.push({ pathname: '/book/new', params: filter.material ? { material: filter.material } : {} })
          }
        />
      </View>
      <TakeAlong isOpen={isTaking} onClose={() => setTaking(false)} recipeIds={[]} />
    </View>
  );
}

/** The filter in the address; the same object as long as nothing in it changes. */
export function useFilter(params: Record<string, unknown>): BookFilter {
  const key = JSON.stringify(filterFrom(params));
  return useMemo(() => JSON.parse(key) as BookFilter, [key]);
}

const keyOf = (recipe: RecipeSummary) => recipe.id;

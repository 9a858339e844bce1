import type { RecipeSummary } from '@keen-anvil/contract';
import { Button, Input } from '@rneui/themed';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { useCallback, useMemo, useState } from 'react';
import { FlatList, View } from 'react-native';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { TextKey } from '../../ui/text-key';
import { useTokens } from '../../ui/theme';
import { SPACE } from '../../ui/tokens';
import { Aside, Title } from '../../ui/type';
import { useWide } from '../../ui/use-wide';
import { filterFrom, type BookFilter } from './filter';
import { FilterBar } from './filter-bar';
import { useRecipes } from './queries';
import { ReadAs } from './read-as';
import { RecipeRow } from './recipe-row';
import { TakeAlong } from './take-along';

/** The settings book: found in by words, numbers and filters, all of which stand in the address. */
export function BookList() {
  const { paper } = useTokens();
  const router = useRouter();
  const isWide = useWide();
  const params = useGlobalSearchParams<Record<string, string>>();
  const { id } = params;
  const filter = useFilter(params);
  const recipes = useRecipes(filter);
  const [isTaking, setTaking] = useState(false);
  const found = useMemo(() => recipes.data?.pages.flatMap((page) => page.recipes) ?? [], [recipes.data]);
  const first = recipes.data?.pages[0];
  const set = (change: BookFilter) => router.setParams(change as Record<string, string>);
  const open = useCallback((recipeId: string) => router.push({ pathname: '/book/[id]', params: { ...filter, id: recipeId } }), [router, filter]);
  const renderItem = useCallback(({ item }: { item: RecipeSummary }) => <RecipeRow recipe={item} isOpen={item.id === id} onOpen={open} />, [id, open]);
  const isNarrowed = Boolean(filter.material || filter.machine || filter.process || filter.temper);
  const head = (
    <View style={{ gap: SPACE.base, paddingBottom: SPACE.small }}>
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Title>Book</Title>
        <TextKey title="Take along" icon="bag-personal-outline" onPress={() => setTaking(true)} />
      </View>
      <Input aria-label="Find a recipe" testID="find" placeholder="navy vinyl, birch 3, force 18 …" value={params.search ?? ''} onChangeText={(search) => set({ search })} autoCorrect={false} renderErrorMessage={false} />
      <FilterBar filter={filter} onChange={set} />
      {recipes.isPending ? <Waiting lines={6} /> : null}
      {recipes.isError ? <Trouble error={recipes.error} retry={() => void recipes.refetch()} /> : null}
      {first ? (
        <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
          <Aside>{first.total === 1 ? '1 recipe' : `${first.total} recipes`}</Aside>
          {isWide ? <TextKey title="As a table" icon="table" onPress={() => router.push({ pathname: '/book/table', params: { ...filter } })} /> : null}
        </View>
      ) : null}
      {first ? <ReadAs read={first.read} /> : null}
      {first?.total === 0 ? (
        <Nothing title={isNarrowed || filter.search ? 'No recipe has all of this' : 'The book is empty'}>
          {isNarrowed || filter.search ? 'Try fewer words: a colour, a family, a machine; or take a filter off.' : 'Write down the first recipe, or bring in a book under “Take along”.'}
        </Nothing>
      ) : null}
    </View>
  );
  return (
    <View style={{ flex: 1, backgroundColor: paper }}>
      <FlatList
        testID="book-list"
        data={found}
        keyExtractor={(recipe) => recipe.id}
        renderItem={renderItem}
        ListHeaderComponent={head}
        ItemSeparatorComponent={Gap}
        contentContainerStyle={{ padding: SPACE.wide, paddingBottom: SPACE.broad }}
        initialNumToRender={8}
        maxToRenderPerBatch={6}
        windowSize={5}
        onEndReachedThreshold={1.5}
        onEndReached={() => {
          if (recipes.hasNextPage && !recipes.isFetching) void recipes.fetchNextPage();
        }}
      />
      <View style={{ padding: SPACE.base }}>
        <Button title="New recipe" onPress={() => router.push({ pathname: '/book/new', params: filter.material ? { material: filter.material } : {} })} />
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

const Gap = () => <View style={{ height: SPACE.small }} />;

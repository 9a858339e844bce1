import { Input } from '@rneui/themed';
import { useGlobalSearchParams, useRouter } from 'expo-router';
import { View } from 'react-native';
import { Page } from '../../ui/page';
import { Nothing, Trouble, Waiting } from '../../ui/states';
import { SPACE } from '../../ui/tokens';
import { Aside } from '../../ui/type';
import { useRecipes } from './queries';
import { RecipeRow } from './recipe-row';

/** The settings book, found in by typing any part of any of its words. The words stand in the address. */
export function BookList() {
  const router = useRouter();
  const { search = '', id } = useGlobalSearchParams<{ search?: string; id?: string }>();
  const recipes = useRecipes(search);
  return (
    <Page title="Book">
      <Input
        aria-label="Find a recipe"
        placeholder="Find: navy vinyl, card, long plotter …"
        value={search}
        onChangeText={(text) => router.setParams({ search: text })}
        autoCorrect={false}
        renderErrorMessage={false}
      />
      {recipes.isPending ? <Waiting lines={6} /> : null}
      {recipes.isError ? <Trouble error={recipes.error} retry={() => void recipes.refetch()} /> : null}
      {recipes.data ? (
        <View style={{ gap: SPACE.small }}>
          <Aside>{recipes.data.length === 1 ? '1 recipe' : `${recipes.data.length} recipes`}</Aside>
          {recipes.data.map((recipe) => (
            <RecipeRow key={recipe.id} recipe={recipe} isOpen={recipe.id === id} onPress={() => router.push({ pathname: '/book/[id]', params: { id: recipe.id, ...(search ? { search } : {}) } })} />
          ))}
        </View>
      ) : null}
      {recipes.data?.length === 0 ? <Nothing title="No recipe has all these words">Try fewer of them: a colour, a family, a machine.</Nothing> : null}
    </Page>
  );
}

import { paths, type NewRecipe, type NewRevision, type RecipeDetail, type RecipeSummary } from '@keen-anvil/contract';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from '../api/client';

/** Recipes that fit the words; the ones found before stay until the new ones come. */
export const useRecipes = (search: string) =>
  useQuery({
    queryKey: ['recipes', 'list', search],
    queryFn: ({ signal }) => call<RecipeSummary[]>(`${paths.recipes}?search=${encodeURIComponent(search)}`, { signal }),
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });

export const useRecipe = (id: string) =>
  useQuery({ queryKey: ['recipes', 'one', id], queryFn: ({ signal }) => call<RecipeDetail>(paths.recipe(id), { signal }), refetchOnMount: 'always' });

/** Writes a revision; on a stale write the error carries the newer recipe. */
export function useRevise(id: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewRevision) => call<RecipeDetail>(paths.recipeRevisions(id), { method: 'POST', body }),
    onSuccess: async (recipe) => {
      client.setQueryData(['recipes', 'one', id], recipe);
      await client.invalidateQueries();
    },
  });
}

export function useCreateRecipe() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewRecipe) => call<RecipeDetail>(paths.recipes, { method: 'POST', body }),
    onSuccess: () => client.invalidateQueries(),
  });
}

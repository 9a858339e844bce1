import {
  paths,
  type ImportPreview,
  type NewRecipe,
  type NewRevision,
  type NewTrial,
  type NewVariant,
  type RecipeDetail,
  type RecipeNote,
  type RecipePageView,
  type RecipeSummary,
  type ReturnToRevision,
  type SuggestAnswerView,
  type SuggestionWanted,
} from '@keen-anvil/contract';
import type { Outcome } from '@keen-anvil/core/recipes';
import { keepPreviousData, useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from '../api/client';
import { touched } from '../api/touched';
import { useRecordChange } from '../shop/queries';
import { filterQuery, type BookFilter } from './filter';

export const PAGE_SIZE = 50;

/** Recipes that fit a filter, page by page; the ones found before stay until the new ones come. */
export const useRecipes = (filter: BookFilter, pageSize = PAGE_SIZE) =>
  useInfiniteQuery({
    queryKey: ['recipes', 'list', filter, pageSize],
    queryFn: ({ signal, pageParam }) =>
      call<RecipePageView>(`${paths.recipes}?${filterQuery(filter, { limit: pageSize, offset: pageParam })}`, {
        signal,
      }),
    initialPageParam: 0,
    getNextPageParam: (last, pages) => {
      const seen = pages.reduce((sum, page) => sum + page.recipes.length, 0);
      return last.recipes.length && (last.hasMore || seen < last.total) ? seen : undefined;
    },
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
    // Comparing every page with what it was takes longer than drawing the rows in sight.
    structuralSharing: false,
  });

export const useRecipe = (id: string) =>
  useQuery({
    queryKey: ['recipes', 'one', id],
    queryFn: ({ signal }) => call<RecipeDetail>(paths.recipe(id), { signal }),
    refetchOnMount: 'always',
  });

/** A change that answers with the recipe as it is then; on a stale write the error carries the newer one. */
function useRecipeChange<Body>(id: string, change: (body: Body) => Promise<RecipeDetail>) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: change,
    onSuccess: async (recipe) => {
      client.setQueryData(['recipes', 'one', id], recipe);
      await touched(client, 'recipe');
    },
  });
}

export const useRevise = (id: string) =>
  useRecipeChange(id, (body: NewRevision) => call<RecipeDetail>(paths.recipeRevisions(id), { method: 'POST', body }));
export const useReturn = (id: string) =>
  useRecipeChange(id, (body: ReturnToRevision) => call<RecipeDetail>(paths.recipeReturn(id), { method: 'POST', body }));
const putNote = (id: string) => (body: RecipeNote) => call<RecipeDetail>(paths.recipeNote(id), { method: 'PUT', body });
/** Writes the note as it was before, or as it was made again. */
export const turnNote =
  (id: string) =>
  async ({ note }: Pick<RecipeNote, 'note'>, version: number) =>
    (await putNote(id)({ note, version })).version;
export const useNote = (id: string) =>
  useRecordChange<RecipeNote, RecipeDetail, RecipeDetail>({
    kind: 'note of',
    seenAs: 'recipe',
    put: putNote(id),
    rowIn: (recipe) => recipe,
    rowBefore: (client) => client.getQueryData<RecipeDetail>(['recipes', 'one', id]),
    fields: ({ note }) => ({ note }),
  });
export const useAddVariant = (id: string) =>
  useRecipeChange(id, (body: NewVariant) => call<RecipeDetail>(paths.recipeVariants(id), { method: 'POST', body }));
export const useEndVariant = (id: string) =>
  useRecipeChange(id, (variantId: string) => call<RecipeDetail>(paths.variantEnd(variantId), { method: 'POST' }));
export const useCorrectEvidence = (id: string) =>
  useRecipeChange(id, ({ id: eventId, outcome }: { id: string; outcome: Outcome | null }) =>
    call<RecipeDetail>(paths.evidenceOutcome(eventId), { method: 'PUT', body: { outcome } }),
  );
export const useWriteTrial = (id: string) =>
  useRecipeChange(id, (body: NewTrial) => call<RecipeDetail>(paths.recipeTrials(id), { method: 'POST', body }));

export function useCreateRecipe() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewRecipe) => call<RecipeDetail>(paths.recipes, { method: 'POST', body }),
    onSuccess: () => touched(client, 'recipe'),
  });
}

/** How to start where there is no recipe; not asked before everything is chosen. */
export const useSuggestion = (wanted: SuggestionWanted | null) =>
  useQuery({
    queryKey: ['suggestion', wanted],
    queryFn: ({ signal }) => call<SuggestAnswerView>(paths.suggestion, { method: 'POST', body: wanted, signal }),
    enabled: wanted !== null,
  });

/** Nails cards up, in this order. */
export function useNails() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (recipeIds: string[]) => call<RecipeSummary[]>(paths.nails, { method: 'PUT', body: { recipeIds } }),
    onSuccess: () => touched(client, 'nails'),
  });
}

export interface BookUpload {
  file: Blob;
  fileName: string;
}

/** Says what a file would do; nothing is written. */
export const useImportPreview = () =>
  useMutation({
    mutationFn: ({ file, fileName }: BookUpload) =>
      call<ImportPreview>(paths.bookImport(fileName, true), { method: 'POST', body: file }),
  });

/** Brings a file in, all of it or nothing. */
export function useImportBook() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ file, fileName, leaveOut }: BookUpload & { leaveOut: boolean }) =>
      call<ImportPreview>(paths.bookImport(fileName, false, leaveOut), { method: 'POST', body: file }),
    onSuccess: () => client.invalidateQueries(),
  });
}

import { endpoints, type RecipeDetail, type SuggestionWanted } from '@keen-anvil/contract';
import type { Outcome } from '@keen-anvil/core/recipes';
import { keepPreviousData, useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query';
import { ask, keyOf, keysOf, useAsked, useSend, useWrite } from '../api/ask';
import type { BookFilter } from './filter';

export const PAGE_SIZE = 50;

/** Recipes that fit a filter, page by page; the ones found before stay until the new ones come. */
export const useRecipes = (filter: BookFilter, pageSize = PAGE_SIZE) =>
  useInfiniteQuery({
    queryKey: [...keysOf(endpoints.recipes), filter, pageSize],
    queryFn: ({ signal, pageParam }) =>
      ask(endpoints.recipes, { ...filter, limit: pageSize, offset: pageParam }, { signal }),
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

const recipeKey = (id: string) => keyOf(endpoints.recipe, { id });

export const useRecipe = (id: string) => useAsked(endpoints.recipe, { id }, { refetchOnMount: 'always' });

/** A change that answers with the recipe as it is then; on a stale write the error carries the newer one. */
const keptAsRecipe = ({ id }: RecipeDetail) => recipeKey(id);

export const useRevise = (id: string) => useSend(endpoints.reviseRecipe, { id }, keptAsRecipe);
export const useReturn = (id: string) => useSend(endpoints.returnToRevision, { id }, keptAsRecipe);
export const useNote = (id: string) => useSend(endpoints.noteRecipe, { id }, keptAsRecipe);
export const useAddVariant = (id: string) => useSend(endpoints.addVariant, { id }, keptAsRecipe);
export const useEndVariant = () =>
  useWrite(endpoints.endVariant, { asked: (id: string) => ({ id }), keptAs: keptAsRecipe });
export const useCorrectEvidence = () =>
  useWrite(endpoints.correctEvidence, {
    asked: ({ id }: { id: string; outcome: Outcome | null }) => ({ id }),
    body: ({ outcome }) => ({ outcome }),
    keptAs: keptAsRecipe,
  });
export const useWriteTrial = (id: string) => useSend(endpoints.writeTrial, { id }, keptAsRecipe);
export const useCreateRecipe = () => useSend(endpoints.writeRecipe, {});

/** How to start where there is no recipe; not asked before everything is chosen. */
export const useSuggestion = (wanted: SuggestionWanted | null) =>
  useQuery({
    queryKey: [...keysOf(endpoints.suggestion), wanted],
    queryFn: ({ signal }) => ask(endpoints.suggestion, {}, { body: wanted!, signal }),
    enabled: wanted !== null,
  });

/** Nails cards up, in this order. */
export const useNails = () =>
  useWrite(endpoints.nailCards, { asked: () => ({}), body: (recipeIds: string[]) => ({ recipeIds }) });

export interface BookUpload {
  file: Blob;
  fileName: string;
}

/** Says what a file would do; nothing is written. */
export const useImportPreview = () =>
  useMutation({
    mutationFn: ({ file, fileName }: BookUpload) =>
      ask(endpoints.importBook, { fileName, preview: true }, { body: file }),
  });

/** Brings a file in, all of it or nothing. */
export const useImportBook = () =>
  useWrite(endpoints.importBook, {
    asked: ({ fileName, leaveOut }: BookUpload & { leaveOut: boolean }) => ({ fileName, preview: false, leaveOut }),
    body: ({ file }) => file,
  });

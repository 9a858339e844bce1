import { endpoints, type MaterialView } from '@keen-anvil/contract';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { ask, keyOf, keysOf, useAsked } from '../api/ask';

/** So many materials come at a time. */
const PAGE = 100;

/** One material, whose id may not be known yet. */
export const useMaterial = (id: string | null | undefined) =>
  useAsked(endpoints.material, { id: id ?? '' }, { enabled: Boolean(id), refetchOnMount: 'always' });

/** Some materials by their ids, as those of a job's steps; what is not chosen yet is passed over. */
export function useMaterialsOf(ids: readonly (string | null)[]) {
  const wanted = [...new Set(ids)].filter((id) => id !== null).sort();
  return useQuery({
    queryKey: keyOf(endpoints.materials, { ids: wanted }),
    queryFn: ({ signal }): MaterialView[] | Promise<MaterialView[]> =>
      wanted.length > 0 ? ask(endpoints.materials, { ids: wanted }, { signal }) : [],
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });
}

/** The shelf, page by page, of materials whose names have all the words; with what was put away where `isArchived` is null. */
export const useShelf = (search: string, isArchived: boolean | null) =>
  useInfiniteQuery({
    queryKey: [...keysOf(endpoints.materials), 'page', isArchived, search],
    queryFn: ({ pageParam, signal }) =>
      ask(endpoints.materials, { search, archived: isArchived, offset: pageParam, limit: PAGE }, { signal }),
    initialPageParam: 0,
    getNextPageParam: (last: MaterialView[], all) => (last.length === PAGE ? all.length * PAGE : undefined),
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });

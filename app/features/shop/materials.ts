import { paths, type MaterialView } from '@keen-anvil/contract';
import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { call } from '../api/client';

/** So many materials come at a time. */
const PAGE = 100;

/** Where one material is kept. */
export const materialKey = (id: string) => ['materials', 'one', id];

/** One material, whose id may not be known yet. */
export const useMaterial = (id: string | null | undefined) =>
  useQuery({
    queryKey: materialKey(id ?? ''),
    queryFn: ({ signal }) => call<MaterialView>(paths.material(id!), { signal }),
    enabled: Boolean(id),
    refetchOnMount: 'always',
  });

/** Some materials by their ids, as those of a job's steps; what is not chosen yet is passed over. */
export function useMaterialsOf(ids: readonly (string | null)[]) {
  const wanted = [...new Set(ids)].filter((id) => id !== null).sort();
  return useQuery({
    queryKey: ['materials', 'of', wanted],
    queryFn: ({ signal }) =>
      wanted.length > 0 ? call<MaterialView[]>(paths.materialsOf(wanted), { signal }) : Promise.resolve([]),
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });
}

/** The shelf, page by page, of materials whose names have all the words; with what was put away where `isArchived` is null. */
export const useShelf = (search: string, isArchived: boolean | null) =>
  useInfiniteQuery({
    queryKey: ['materials', 'page', isArchived, search],
    queryFn: ({ pageParam, signal }) =>
      call<MaterialView[]>(paths.materialPage(search, isArchived, pageParam, PAGE), { signal }),
    initialPageParam: 0,
    getNextPageParam: (last: MaterialView[], all) => (last.length === PAGE ? all.length * PAGE : undefined),
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });

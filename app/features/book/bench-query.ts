import { paths, type BenchView } from '@keen-anvil/contract';
import { queryOptions, useQuery } from '@tanstack/react-query';
import { call } from '../api/client';
import { unlessJustAsked } from '../api/just-asked';

export const benchQuery = queryOptions({
  queryKey: ['bench'],
  queryFn: ({ signal }) => call<BenchView>(paths.bench, { signal }),
  refetchOnMount: unlessJustAsked,
});

export const useBench = () => useQuery(benchQuery);

import { paths, type BenchView } from '@keen-anvil/contract';
import { useQuery } from '@tanstack/react-query';
import { call } from '../api/client';

export const useBench = () =>
  useQuery({
    queryKey: ['bench'],
    queryFn: ({ signal }) => call<BenchView>(paths.bench, { signal }),
    refetchOnMount: 'always',
  });

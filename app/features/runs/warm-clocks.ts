import { paths, type WarmClockView } from '@keen-anvil/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call } from '../api/client';

const KEY = ['warm clocks'];
/** Somebody else may start one, or tick it off, ms. */
const LOOK_MS = 15_000;

/** What warms up in the workshop, by the server's clock, the oldest first. */
export const useWarmClocks = (): readonly WarmClockView[] =>
  useQuery({
    queryKey: KEY,
    queryFn: ({ signal }) => call<WarmClockView[]>(paths.warmClocks, { signal }),
    refetchOnMount: 'always',
    refetchInterval: ({ state }) => (state.data && state.data.length > 0 ? LOOK_MS : false),
  }).data ?? [];

/** Starts a clock; one of this name goes on. */
export function useStartWarming() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (clock: Omit<WarmClockView, 'since'>) =>
      call<WarmClockView[]>(paths.warmClocks, { method: 'POST', body: clock }),
    onSuccess: (all) => client.setQueryData(KEY, all),
  });
}

/** Puts a clock away: what it was for is ticked off. */
export function useEndWarming() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (name: string) => call<WarmClockView[]>(paths.warmClockEnd, { method: 'POST', body: { name } }),
    onMutate: (name) => client.setQueryData<WarmClockView[]>(KEY, (all) => all?.filter((clock) => clock.name !== name)),
  });
}

/** What is left of a clock, whole seconds. @param now by the server's clock, ms since 1970 */
export const warmLeft = ({ since, minutes }: Pick<WarmClockView, 'since' | 'minutes'>, now: number): number =>
  Math.max(0, Math.ceil(minutes * 60 - (now - since) / 1000));

import { endpoints, type WarmClockView } from '@keen-anvil/contract';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { ask, keyOf, useAsked, useSend } from '../api/ask';

const KEY = keyOf(endpoints.warmClocks, {});
/** Somebody else may start one, or tick it off, ms. */
const LOOK_MS = 15_000;

/** What warms up in the workshop, by the server's clock, the oldest first. */
export const useWarmClocks = (): readonly WarmClockView[] =>
  useAsked(
    endpoints.warmClocks,
    {},
    {
      refetchOnMount: 'always',
      refetchInterval: ({ state }) => (state.data && state.data.length > 0 ? LOOK_MS : false),
    },
  ).data ?? [];

/** Starts a clock; one of this name goes on. */
export const useStartWarming = () => useSend(endpoints.startWarming, {}, () => KEY);

/** Puts a clock away: what it was for is ticked off. */
export function useEndWarming() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (name: string) => ask(endpoints.endWarming, {}, { body: { name } }),
    onMutate: (name) => client.setQueryData<WarmClockView[]>(KEY, (all) => all?.filter((clock) => clock.name !== name)),
  });
}

/** What is left of a clock, whole seconds. @param now by the server's clock, ms since 1970 */
export const warmLeft = ({ since, minutes }: Pick<WarmClockView, 'since' | 'minutes'>, now: number): number =>
  Math.max(0, Math.ceil(minutes * 60 - (now - since) / 1000));

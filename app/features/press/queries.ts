import { endpoints, type PressingView } from '@keen-anvil/contract';
import type { TimerTurn } from '@keen-anvil/core/timers';
import type { Outcome } from '@keen-anvil/core/recipes';
import { useIsMutating, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { v4 as uuid } from 'uuid';
import { ask, keyOf, keysOf, questionOf, seenAnew, touched, useAsked } from '../api/ask';
import { useTicks } from '../api/ticks';

/** Somebody else may be at the same press: it is looked at again so often, ms. */
const LOOK_MS = 4000;

/** A plate is looked at again so often, ms. */
const PLATE_MS = 1000;

/** A job's press plan; while it is being changed the one before stays, as half a change has no plan. */
export function usePressPlan(jobId: string, isWarm: boolean, stamp: unknown) {
  const isChanging = useIsMutating() > 0;
  return useQuery({
    queryKey: [...keysOf(endpoints.pressPlan), jobId, isWarm, stamp],
    queryFn: ({ signal }) => ask(endpoints.pressPlan, { id: jobId, warm: isWarm }, { signal }),
    placeholderData: (before) => before,
    retry: false,
    enabled: !isChanging,
  });
}

/** Pressings that are not over, or wait for a verdict. */
export const openPressingsQuery = {
  ...questionOf(endpoints.openPressings, {}),
  refetchOnMount: 'always' as const,
  refetchInterval: ({ state }: { state: { data?: PressingView[] } }) =>
    state.data?.some(({ state: is }) => is !== 'done') ? LOOK_MS : false,
};

const keyOfPressings = (jobId: string) => keyOf(endpoints.pressingsOfJob, { id: jobId });

export const useJobPressings = (jobId: string) =>
  useAsked(
    endpoints.pressingsOfJob,
    { id: jobId },
    {
      refetchOnMount: 'always',
      refetchInterval: ({ state }) =>
        state.data?.some(({ state: is }) => is === 'running' || is === 'paused') ? LOOK_MS : false,
    },
  );

/** What is written of a job's pressings goes out one after the other. */
const pressingsOf = (jobId: string) => ({ id: `pressings of ${jobId}` });

/** Writes a pressing, and shows what the server made of it. */
function usePressingWrite<T>(jobId: string, write: (asked: T) => Promise<PressingView>) {
  const client = useQueryClient();
  return useMutation({
    scope: pressingsOf(jobId),
    mutationFn: write,
    onSuccess: (now) =>
      client.setQueryData<PressingView[]>(keyOfPressings(jobId), (all = []) =>
        all.some(({ id }) => id === now.id) ? all.map((one) => (one.id === now.id ? now : one)) : [...all, now],
      ),
    onSettled: () => seenAnew(client, endpoints.turnPressing.touches),
  });
}

export const useBeginPressing = (jobId: string) =>
  usePressingWrite(jobId, (isWarm: boolean) =>
    ask(endpoints.beginPressing, { id: jobId }, { body: { id: uuid(), isWarm } }),
  );

export function usePressingTurn(jobId: string) {
  const client = useQueryClient();
  return usePressingWrite(jobId, async ({ id, turn, at }: { id: string; turn: TimerTurn; at: number }) => {
    const now = await ask(endpoints.turnPressing, { id }, { body: { turn, at } });
    // Its step is pressed, and a blank is gone from the stock.
    if (now.state === 'done') void touched(client, 'material');
    return now;
  });
}

/** Ticks a line of what has to be ready before a pressing, or takes that back. */
export const useTickPressing = (jobId: string) =>
  useTicks<PressingView>(keyOfPressings(jobId), pressingsOf(jobId), endpoints.tickPressing);

/** What the plate of a pressing says, as long as one stands before it. */
export const usePlate = ({ id, at, state, isRead }: PressingView) =>
  useQuery({
    queryKey: [...keysOf(endpoints.plate), id, at],
    queryFn: ({ signal }) => ask(endpoints.plate, { id }, { signal }),
    enabled: isRead && state === 'running',
    refetchInterval: PLATE_MS,
    retry: false,
  }).data?.plate ?? null;

/** How a layer came out; where that is out of all reason, whether it counts all the same. */
interface LayerVerdict {
  id: string;
  layerId: string;
  outcome: Outcome | null;
  counts?: boolean;
}

export function useJudgePressing(jobId: string) {
  const client = useQueryClient();
  const write = usePressingWrite(jobId, ({ id, ...verdict }: LayerVerdict) =>
    ask(endpoints.judgePressing, { id }, { body: verdict }),
  );
  return {
    ...write,
    judge: (verdict: LayerVerdict) =>
      // It is evidence for its recipe, which the plan goes by too.
      write.mutate(verdict, { onSettled: () => void touched(client, 'recipe') }),
  };
}

import {
  addresses,
  endpoints,
  type NewRun,
  type RunCommand,
  type RunProgress,
  type RunVerdict,
  type RunView,
} from '@keen-anvil/contract';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { v4 as uuid } from 'uuid';
import { ask, keyOf, seenAnew, useAsked } from '../api/ask';
import { useTicks } from '../api/ticks';

/** What the runs of a job are kept under. */
export const runsKey = (jobId: string) => keyOf(endpoints.runsOfJob, { id: jobId });
/** Ticks and starts of a job go out one after the other. */
export const ticksOf = (jobId: string) => ({ id: `ticks of ${jobId}` });

export const useRuns = (jobId: string) =>
  useAsked(
    endpoints.runsOfJob,
    { id: jobId },
    {
      refetchOnMount: 'always',
      refetchInterval: ({ state }) => (isBetweenSteps(state.data) ? 1000 : false),
    },
  );

/** A step is over and the next has not begun yet: nothing is under way that would tell of itself. */
const isBetweenSteps = (runs: RunView[] = []): boolean =>
  runs.some((run) => run.progress.state === 'queued') &&
  !runs.some((run) => ['running', 'paused', 'holding', 'cancelled'].includes(run.progress.state));

export function useStartJob(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (how: Omit<NewRun, 'seriesId'>) =>
      ask(endpoints.startRuns, { id: jobId }, { body: { seriesId: uuid(), ...how } }),
    onSuccess: (runs) => client.setQueryData(runsKey(jobId), runs),
  });
}

export function useRunAction(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    // What was ticked off just before a start arrives before it.
    scope: ticksOf(jobId),
    mutationFn: ({ id, ...command }: { id: string } & RunCommand) =>
      ask(endpoints.commandRun, { id }, { body: command }),
    onSettled: () => client.invalidateQueries({ queryKey: runsKey(jobId) }),
  });
}

export function useScoreRun() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...verdict }: { id: string } & RunVerdict) => ask(endpoints.scoreRun, { id }, { body: verdict }),
    onSettled: () => seenAnew(client, endpoints.scoreRun.touches),
  });
}

/** Goes over a step once more in its place, a little stronger: all of it, or only some parts. */
export function useRunAgain(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, newId, isAll }: { id: string; newId: string; isAll: boolean }) =>
      ask(endpoints.runAgain, { id }, { body: { id: newId, ...(isAll ? { isAll } : {}) } }),
    onSettled: () => client.invalidateQueries({ queryKey: runsKey(jobId) }),
  });
}

/** Ticks a line of what has to be ready before a run, or takes that back. */
export const useTick = (jobId: string) => useTicks<RunView>(runsKey(jobId), ticksOf(jobId), endpoints.tickRun);

/** Moves a run on its sheet, to where the work lies. */
export function useNudgeRun(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    scope: { id: `nudges of ${jobId}` },
    mutationFn: ({ id, ...nudge }: { id: string; dxMm: number; dyMm: number }) =>
      ask(endpoints.nudgeRun, { id }, { body: nudge }),
    onSettled: () => client.invalidateQueries({ queryKey: runsKey(jobId) }),
  });
}

/** Follows a run by server-sent events and writes its progress into what was fetched; asks anew when its state changes. */
export function useFollowRun(run: RunView | undefined): void {
  const client = useQueryClient();
  const id = run?.progress.state === 'running' ? run.id : undefined;
  const jobId = run?.jobId;
  useEffect(() => {
    if (!id || !jobId) return undefined;
    const source = new EventSource(addresses.runEvents({ id }));
    source.onmessage = (message) => {
      const progress = JSON.parse(String(message.data)) as RunProgress;
      client.setQueryData<RunView[]>(runsKey(jobId), (runs) =>
        runs?.map((r) => (r.id === id ? { ...r, progress } : r)),
      );
      if (progress.state !== 'running') {
        source.close();
        void client.invalidateQueries({ queryKey: runsKey(jobId) });
      }
    };
    return () => source.close();
  }, [client, id, jobId]);
}

import {
  paths,
  type NewRun,
  type RunCommand,
  type RunProgress,
  type RunVerdict,
  type RunView,
} from '@keen-anvil/contract';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { v4 as uuid } from 'uuid';
import { call } from '../api/client';
import { useTicks } from '../api/ticks';

const runsKey = (jobId: string) => ['runs', jobId];
/** Ticks and starts of a job go out one after the other. */
export const ticksOf = (jobId: string) => ({ id: `ticks of ${jobId}` });

export const useRuns = (jobId: string) =>
  useQuery({
    queryKey: runsKey(jobId),
    queryFn: ({ signal }) => call<RunView[]>(paths.runs(jobId), { signal }),
    refetchOnMount: 'always',
    refetchInterval: ({ state }) => (isBetweenSteps(state.data) ? 1000 : false),
  });

/** A step is over and the next has not begun yet: nothing is under way that would tell of itself. */
const isBetweenSteps = (runs: RunView[] = []): boolean =>
  runs.some((run) => run.progress.state === 'queued') &&
  !runs.some((run) => ['running', 'paused', 'holding', 'cancelled'].includes(run.progress.state));

export function useStartJob(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (how: Omit<NewRun, 'seriesId'>) =>
      call<RunView[]>(paths.runs(jobId), { method: 'POST', body: { seriesId: uuid(), ...how } }),
    onSuccess: (runs) => client.setQueryData(runsKey(jobId), runs),
  });
}

export function useRunAction(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    // What was ticked off just before a start arrives before it.
    scope: ticksOf(jobId),
    mutationFn: ({ id, ...command }: { id: string } & RunCommand) =>
      call<RunView>(paths.runAction(id), { method: 'POST', body: command }),
    onSettled: () => client.invalidateQueries({ queryKey: runsKey(jobId) }),
  });
}

export function useScoreRun(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, ...verdict }: { id: string } & RunVerdict) =>
      call<RunView>(paths.runOutcome(id), { method: 'POST', body: verdict }),
    onSettled: async () => {
      await client.invalidateQueries({ queryKey: runsKey(jobId) });
      await client.invalidateQueries({ queryKey: ['recipes'] });
      await client.invalidateQueries({ queryKey: ['jobs'] });
    },
  });
}

/** Goes over a step once more in its place, a little stronger: all of it, or only some parts. */
export function useRunAgain(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, newId, isAll }: { id: string; newId: string; isAll: boolean }) =>
      call<RunView>(paths.runAgain(id), { method: 'POST', body: { id: newId, ...(isAll ? { isAll } : {}) } }),
    onSettled: () => client.invalidateQueries({ queryKey: runsKey(jobId) }),
  });
}

/** Ticks a line of what has to be ready before a run, or takes that back. */
export const useTick = (jobId: string) => useTicks<RunView>(runsKey(jobId), ticksOf(jobId), paths.runPreparation);

/** Moves a run on its sheet, to where the work lies. */
export function useNudgeRun(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    scope: { id: `nudges of ${jobId}` },
    mutationFn: ({ id, ...nudge }: { id: string; dxMm: number; dyMm: number }) =>
      call<RunView>(paths.runNudge(id), { method: 'POST', body: nudge }),
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
    const source = new EventSource(paths.runEvents(id));
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

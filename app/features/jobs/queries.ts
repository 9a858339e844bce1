import { paths, type JobChange, type JobDetail, type JobSummary, type NewJob, type Nudge, type StepChange } from '@keen-anvil/contract';
import { useMutation, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { v4 as uuid } from 'uuid';
import { call } from '../api/client';

const jobKey = (id: string) => ['jobs', 'one', id];

export const useJobs = () =>
  useQuery({ queryKey: ['jobs', 'list'], queryFn: ({ signal }) => call<JobSummary[]>(paths.jobs, { signal }), refetchOnMount: 'always' });

export const useJob = (id: string) =>
  useQuery({ queryKey: jobKey(id), queryFn: ({ signal }) => call<JobDetail>(paths.job(id), { signal }), refetchOnMount: 'always' });

export function useCreateJob() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (body: NewJob) => call<JobDetail>(paths.jobs, { method: 'POST', body }),
    onSuccess: (job) => putIn(client, job),
  });
}

/** Every change of a job answers with the job as it is then. */
function useJobChange<T>(change: (body: T) => Promise<JobDetail>) {
  const client = useQueryClient();
  return useMutation({ mutationFn: change, onSuccess: (job) => putIn(client, job) });
}

export const useChangeJob = (id: string) => useJobChange((body: JobChange) => call<JobDetail>(paths.job(id), { method: 'PATCH', body }));

export const useChangeStep = () =>
  useJobChange(({ stepId, ...body }: StepChange & { stepId: string }) => call<JobDetail>(paths.step(stepId), { method: 'PATCH', body }));

export const useNudge = () =>
  useJobChange(({ stepId, ...body }: Nudge & { stepId: string }) => call<JobDetail>(paths.placements(stepId), { method: 'POST', body }));

export const useBringIn = (jobId: string) =>
  useJobChange(({ file, fileName, signal }: { file: Blob; fileName: string; signal: AbortSignal }) =>
    call<JobDetail>(paths.artwork(jobId, uuid(), fileName), { method: 'PUT', body: file, signal }),
  );

function putIn(client: QueryClient, job: JobDetail): Promise<void> {
  client.setQueryData(jobKey(job.id), job);
  return client.invalidateQueries({ queryKey: ['jobs', 'list'] });
}

import { paths, type GarmentView, type JobSummary, type SizeSetView } from '@keen-anvil/contract';
import { ownSize, sizeOf, type GarmentMeasures, type GarmentSize } from '@keen-anvil/core/garments';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { call } from '../api/client';

/** The garments that the workshop measured. */
export const useGarments = () =>
  useQuery({ queryKey: ['garments'], queryFn: ({ signal }) => call<GarmentView[]>(paths.garments, { signal }) });

/** A size of the table by its name, or what was measured by its id; null where that was put away. */
export function sizeBy(key: string, own: readonly GarmentView[]): GarmentSize | null {
  const measured = own.find(({ id }) => id === key);
  if (measured) return ownSize(measured.name, measured.measures);
  try {
    return sizeOf(key);
  } catch {
    return null;
  }
}

export function useMeasureGarment() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (garment: { name: string; measures: GarmentMeasures }) =>
      call<GarmentView[]>(paths.garments, { method: 'POST', body: { id: uuid(), ...garment } }),
    onSuccess: (all) => client.setQueryData(['garments'], all),
  });
}

export function usePutGarmentAway() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (id: string) =>
      call<GarmentView[]>(paths.garmentArchive(id), { method: 'POST', body: { isArchived: true } }),
    onSuccess: (all) => client.setQueryData(['garments'], all),
  });
}

export const useSizeSet = (jobId: string) =>
  useQuery({
    queryKey: ['size set', jobId],
    queryFn: ({ signal }) => call<SizeSetView>(paths.sizeSet(jobId), { signal }),
  });

/** Writes how many of each size a job is for; it is shown at once, and what is shown then is what is sent. */
export function useCountSizes(jobId: string) {
  const client = useQueryClient();
  const key = ['size set', jobId];
  return useMutation({
    scope: { id: `sizes of ${jobId}` },
    mutationFn: (_change: Partial<SizeSetView>) =>
      call<SizeSetView>(paths.sizeSet(jobId), { method: 'POST', body: client.getQueryData<SizeSetView>(key) }),
    onMutate: (change) => {
      client.setQueryData<SizeSetView>(key, (set) => set && { ...set, ...change });
    },
    onError: () => client.invalidateQueries({ queryKey: key }),
  });
}

/** Makes a job for each width that the set needs; pressed again for the same set, those are there already. */
export function useSizeJobs(jobId: string) {
  const client = useQueryClient();
  const [id] = useState(() => uuid());
  return useMutation({
    scope: { id: `sizes of ${jobId}` },
    mutationFn: () => call<JobSummary[]>(paths.sizeJobs(jobId), { method: 'POST', body: { id } }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['jobs'] }),
  });
}

import { endpoints, type GarmentView, type SizeSetView } from '@keen-anvil/contract';
import { ownSize, sizeOf, type GarmentMeasures, type GarmentSize } from '@keen-anvil/core/garments';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { v4 as uuid } from 'uuid';
import { ask, keyOf, seenAnew, useAsked, useWrite } from '../api/ask';

/** The garments that the workshop measured. */
export const useGarments = () => useAsked(endpoints.garments, {});

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

const keptAsGarments = () => keyOf(endpoints.garments, {});

export const useMeasureGarment = () =>
  useWrite(endpoints.measureGarment, {
    asked: () => ({}),
    body: (garment: { name: string; measures: GarmentMeasures }) => ({ id: uuid(), ...garment }),
    keptAs: keptAsGarments,
  });

export const usePutGarmentAway = () =>
  useWrite(endpoints.putGarmentAway, {
    asked: (id: string) => ({ id }),
    body: () => ({ isArchived: true }),
    keptAs: keptAsGarments,
  });

export const useSizeSet = (jobId: string) => useAsked(endpoints.sizeSet, { id: jobId });

/** Writes how many of each size a job is for; it is shown at once, and what is shown then is what is sent. */
export function useCountSizes(jobId: string) {
  const client = useQueryClient();
  const key = keyOf(endpoints.sizeSet, { id: jobId });
  return useMutation({
    scope: { id: `sizes of ${jobId}` },
    mutationFn: (_change: Partial<SizeSetView>) =>
      ask(endpoints.countSizes, { id: jobId }, { body: client.getQueryData<SizeSetView>(key) }),
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
    mutationFn: () => ask(endpoints.makeSizeJobs, { id: jobId }, { body: { id } }),
    onSuccess: () => seenAnew(client, endpoints.makeSizeJobs.touches),
  });
}

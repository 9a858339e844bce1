import { endpoints } from '@keen-anvil/contract';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { v4 as uuid } from 'uuid';
import { ask, keyOf } from '../api/ask';

/** Keeps how a job looks on its blank with the job: its quotes show it. */
export function useKeepMockup(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (picture: Blob) => {
      const photoId = uuid();
      await ask(endpoints.keepPhoto, { id: photoId }, { body: picture });
      return ask(endpoints.keepMockup, { id: jobId }, { body: { photoId } });
    },
    onSuccess: (view) => client.setQueryData(keyOf(endpoints.mockup, { id: jobId }), view),
  });
}

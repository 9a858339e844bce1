import { paths, type MockupView } from '@keen-anvil/contract';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { v4 as uuid } from 'uuid';
import { call } from '../api/client';

/** Keeps how a job looks on its blank with the job: its quotes show it. */
export function useKeepMockup(jobId: string) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: async (picture: Blob) => {
      const photoId = uuid();
      await call(paths.photo(photoId), { method: 'PUT', body: picture });
      return call<MockupView>(paths.mockup(jobId), { method: 'POST', body: { photoId } });
    },
    onSuccess: (view) => client.setQueryData(['mockup', jobId], view),
  });
}

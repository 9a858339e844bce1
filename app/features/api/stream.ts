import type { Streamed } from '@keen-anvil/contract';
import { ApiError, callForLines, type Call } from './client';

interface StreamedCall extends Call {
  /** Hears how far the work is. */
  told?: (at: { progress: number; doing: string }) => void;
}

/**
 * Calls the server for something that takes long: it answers line by line with how far it is, and at last with the result.
 * @throws ApiError with the server's own sentence, or one that says that it cannot be reached
 */
export async function callStreamed<T>(path: string, { told, headers, ...options }: StreamedCall): Promise<T> {
  for await (const said of callForLines<Streamed<T>>(path, {
    ...options,
    headers: { Accept: 'application/x-ndjson', ...headers },
  })) {
    if ('answer' in said) return said.answer;
    if ('problem' in said)
      throw new ApiError(
        said.problem.message,
        said.status,
        said.problem.code,
        said.problem.field,
        said.problem.current,
      );
    told?.(said);
  }
  throw new ApiError(
    'The server broke off before it said that it was done. Look at how it stands now before you try again.',
    0,
    'broken-off',
  );
}

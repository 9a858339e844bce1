import type { Streamed } from '@keen-anvil/contract';
import { ApiError } from './client';

interface StreamedCall {
  method: 'POST' | 'PUT';
  body: unknown;
  signal?: AbortSignal;
  /** Hears how far the work is. */
  told?: (at: { progress: number; doing: string }) => void;
}

/**
 * Calls the server for something that takes long: it answers line by line with how far it is, and at last with the result.
 * @throws ApiError with the server's own sentence, or one that says that it cannot be reached
 */
export async function callStreamed<T>(path: string, { method, body, signal, told }: StreamedCall): Promise<T> {
  const isFile = body instanceof Blob;
  let lines: AsyncGenerator<string>;
  try {
    const response = await fetch(path, { method, signal, headers: { Accept: 'application/x-ndjson', ...(isFile ? {} : { 'Content-Type': 'application/json' }) }, body: isFile ? body : JSON.stringify(body) });
    if (!response.ok) {
      const problem = ((await response.json().catch(() => null)) as { error?: { message: string; code: string; field?: string; current?: unknown } } | null)?.error;
      throw new ApiError(problem?.message ?? 'The server answered with something that cannot be read.', response.status, problem?.code ?? 'unreadable', problem?.field, problem?.current);
    }
    lines = linesOf(response);
    for await (const line of lines) {
      const said = JSON.parse(line) as Streamed<T>;
      if ('answer' in said) return said.answer;
      if ('problem' in said) throw new ApiError(said.problem.message, said.status, said.problem.code, said.problem.field, said.problem.current);
      told?.(said);
    }
  } catch (error) {
    if (error instanceof ApiError || signal?.aborted) throw error;
    throw new ApiError('The workshop’s server cannot be reached. What you see is safe; try again when it is back.', 0, 'offline');
  }
  throw new ApiError('The server broke off before it was done. Nothing was changed; try again.', 0, 'broken-off');
}

/** The lines of an answer as they come. */
async function* linesOf(response: Response): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  const reader = response.body?.getReader();
  let rest = '';
  while (reader) {
    const { value, done } = await reader.read();
    rest += decoder.decode(value, { stream: !done });
    const whole = rest.split('\n');
    rest = whole.pop() ?? '';
    for (const line of whole) if (line.trim()) yield line;
    if (done) break;
  }
  if (rest.trim()) yield rest;
}

import type { ProblemBody } from '@keen-anvil/contract';

/** A refusal by the server; the message is its sentence. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly code: string,
    readonly field?: string,
    readonly current?: unknown,
  ) {
    super(message);
    this.name = 'ApiError';
  }
}

interface Call {
  method?: 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE';
  body?: unknown;
  signal?: AbortSignal;
}

/**
 * Calls the server.
 * @throws ApiError with the server's own sentence, or one that says that it cannot be reached
 */
export async function call<T>(path: string, { method = 'GET', body, signal }: Call = {}): Promise<T> {
  const isFile = typeof Blob !== 'undefined' && body instanceof Blob;
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      signal,
      headers: body === undefined || isFile ? {} : { 'Content-Type': 'application/json' },
      body: body === undefined ? undefined : isFile ? (body as Blob) : JSON.stringify(body),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw new ApiError('The workshop’s server cannot be reached. What you see is safe; try again when it is back.', 0, 'offline');
  }
  const answer: unknown = await response.json().catch(() => null);
  if (response.ok) return answer as T;
  const problem = (answer as ProblemBody | null)?.error;
  throw new ApiError(problem?.message ?? 'The server answered with something that cannot be read.', response.status, problem?.code ?? 'unreadable', problem?.field, problem?.current);
}

import type { ProblemBody } from '@keen-anvil/contract';
import { v4 as uuid } from 'uuid';
import { setBookAway } from './book-away';
import { linesOf } from './lines';
import { rememberWrite } from './own-writes';
import { thisDevice } from './this-device';

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

export interface Call {
  method?: 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE';
  body?: unknown;
  signal?: AbortSignal;
  headers?: Record<string, string>;
  /** It arrives also when the page is gone. */
  keepalive?: boolean;
}

/**
 * Calls the server.
 * @throws ApiError with the server's own sentence, or one that says that it cannot be reached
 */
export async function call<T>(path: string, options: Call = {}): Promise<T> {
  const response = await send(path, options);
  const answer: unknown = await response.json().catch(() => null);
  if (response.ok) return answer as T;
  throw refusal(answer, response.status);
}

/**
 * Calls the server for lines of JSON, and gives each as it comes.
 * @throws ApiError as {@link call} does, also where the answer breaks off in the middle
 */
export async function* callForLines<T>(path: string, options: Call): AsyncGenerator<T> {
  const response = await send(path, options);
  if (!response.ok) throw refusal(await response.json().catch(() => null), response.status);
  const lines = linesOf(response);
  for (;;) {
    const line = await lines.next().catch((error: unknown) => {
      throw options.signal?.aborted ? error : unreachable();
    });
    if (line.done) return;
    yield JSON.parse(line.value) as T;
  }
}

/** A database that is away is asked for again so often, and so many times, before it is given up. */
const AGAIN_MS = 600;
const MOST_TRIES = 150;
/** What is over by itself: a database that is away, one that too many ask at once. */
const WAITED_FOR = new Set<string | null>(['database-away', 'crowded']);

/** Sends a request; while the book is away it waits for it. A write has a name, so that it is done once however often it is sent. */
async function send(path: string, options: Call): Promise<Response> {
  const isWrite = options.method !== undefined && options.method !== 'GET';
  const key = uuid();
  const named = isWrite ? { ...options, headers: { 'Idempotency-Key': key, ...options.headers } } : options;
  if (isWrite) rememberWrite(named.headers?.['Idempotency-Key'] ?? key);
  for (let tries = 1; ; tries++) {
    const response = await sendOnce(path, named);
    const code = response.status === 503 ? await codeOf(response) : null;
    setBookAway(code === 'database-away');
    if (!WAITED_FOR.has(code) || tries >= MOST_TRIES) return response;
    await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    options.signal?.throwIfAborted();
  }
}

const codeOf = async (response: Response): Promise<string | null> =>
  (
    (await response
      .clone()
      .json()
      .catch(() => null)) as ProblemBody | null
  )?.error.code ?? null;

async function sendOnce(path: string, { method = 'GET', body, signal, headers, keepalive }: Call): Promise<Response> {
  const isFile = typeof Blob !== 'undefined' && body instanceof Blob;
  try {
    return await fetch(path, {
      method,
      signal,
      ...(keepalive ? { keepalive } : {}),
      headers: {
        'Device-Id': thisDevice(),
        ...headers,
        ...(body === undefined ? {} : { 'Content-Type': isFile ? 'application/octet-stream' : 'application/json' }),
      },
      body: body === undefined ? undefined : isFile ? (body as Blob) : JSON.stringify(body),
    });
  } catch (error) {
    if (signal?.aborted) throw error;
    throw unreachable();
  }
}

const unreachable = () =>
  new ApiError(
    'The workshop’s server cannot be reached. What you see is safe; try again when it is back.',
    0,
    'offline',
  );

function refusal(answer: unknown, status: number): ApiError {
  const problem = (answer as ProblemBody | null)?.error;
  return new ApiError(
    problem?.message ?? 'The server answered with something that cannot be read.',
    status,
    problem?.code ?? 'unreadable',
    problem?.field,
    problem?.current,
  );
}

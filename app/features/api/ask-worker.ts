import { wrap, type Remote } from 'comlink';

/**
 * Asks a worker that is there for this alone, and ends it whatever comes of it.
 * @param failed what is said where the device cannot do it
 */
export async function askWorker<W, T>(
  worker: Worker,
  ask: (remote: Remote<W>) => Promise<T>,
  signal: AbortSignal,
  failed: string,
): Promise<T> {
  const ended = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('It is not asked for any more.', 'AbortError')));
    worker.addEventListener('error', () => reject(new Error(failed)));
  });
  try {
    return await Promise.race([ask(wrap<W>(worker)), ended]);
  } finally {
    worker.terminate();
  }
}

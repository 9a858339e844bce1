import { MessageChannel, type MessagePort } from 'node:worker_threads';
import type { Piscina } from 'piscina';

/** So long may work wait for its thread to be there, in ms. */
const START_LIMIT_MS = 90_000;

/** Work took longer than it may. */
export class TookTooLongError extends Error {}
/** Work did not begin in time: other work was before it, or its thread did not start. */
export class NotBegunError extends Error {}

interface Within {
  name: string;
  task: unknown;
  /** Counted from when the work begins. */
  limitMs: number;
  signal?: AbortSignal;
  transferList?: MessagePort[];
}

/**
 * Does some work on a thread within its time.
 * @throws TookTooLongError, NotBegunError; the signal's reason where it is ended
 */
export async function within<T>(
  threads: Piscina,
  { name, task, limitMs, signal, transferList = [] }: Within,
): Promise<T> {
  const over = new AbortController();
  const { port1, port2 } = new MessageChannel();
  let tooLate: Error = new NotBegunError(`${name} did not begin within ${START_LIMIT_MS} ms`);
  const end = () => over.abort(tooLate);
  let timer = setTimeout(end, START_LIMIT_MS);
  port1.once('message', () => {
    clearTimeout(timer);
    tooLate = new TookTooLongError(`${name} took longer than ${limitMs} ms`);
    timer = setTimeout(end, limitMs);
  });
  try {
    return (await threads.run(
      { task, begun: port2 },
      {
        name,
        signal: signal ? AbortSignal.any([over.signal, signal]) : over.signal,
        transferList: [port2, ...transferList] as never,
      },
    )) as T;
  } catch (error) {
    throw over.signal.aborted ? tooLate : error;
  } finally {
    clearTimeout(timer);
    port1.close();
  }
}

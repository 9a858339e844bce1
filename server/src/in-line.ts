import { Mutex } from 'async-mutex';

/** Those at work, by what they work on; who waits for them is in the mutex's own line. */
const lines = new Map<string, Mutex>();

/** Does some work when all that came before it for the same thing, in this process, is done; in the order in which it came. */
export async function inLine<T>(of: string, work: () => Promise<T>): Promise<T> {
  const line = lines.get(of) ?? new Mutex();
  lines.set(of, line);
  try {
    return await line.runExclusive(work);
  } finally {
    if (!line.isLocked()) lines.delete(of);
  }
}

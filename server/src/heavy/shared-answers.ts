import { createHash } from 'node:crypto';
import { serialize } from 'node:v8';
import { LRUCache } from 'lru-cache';

/** So much of what was worked out is kept, in bytes as reckoned. */
const MOST_BYTES = 96 * 1024 * 1024;
const MOST_ANSWERS = 500;

/**
 * Answers of work that depends on its task alone. Equal work that is asked for while it is done is done once for all who
 * ask; what may be asked for again is kept for a while. The key is the whole task, so that nobody hears another's answer.
 */
export class SharedAnswers {
  private readonly underWay = new Map<string, Promise<unknown>>();
  private readonly known = new LRUCache<string, { answer: unknown }>({ max: MOST_ANSWERS, maxSize: MOST_BYTES });

  /** @param bytesOf how much an answer weighs; null where it is not kept once it is there */
  async of<T>(
    name: string,
    task: unknown,
    work: () => Promise<T>,
    bytesOf: ((answer: T) => number) | null = null,
  ): Promise<T> {
    const key = createHash('sha256').update(name).update(serialize(task)).digest('base64');
    const known = this.known.get(key);
    if (known) return known.answer as T;
    const before = this.underWay.get(key) as Promise<T> | undefined;
    if (before) return before;
    const asked = work().finally(() => this.underWay.delete(key));
    this.underWay.set(key, asked);
    const answer = await asked;
    if (bytesOf) this.known.set(key, { answer }, { size: Math.max(1, bytesOf(answer)) });
    return answer;
  }
}

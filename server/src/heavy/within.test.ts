import type { MessagePort } from 'node:worker_threads';
import type { Piscina } from 'piscina';
import { NotBegunError, TookTooLongError, within } from './within';

/** Threads on which a test says when the work begins; it never ends by itself. */
function threadsAtHand() {
  let begun: MessagePort | undefined;
  const threads = {
    run: (given: { begun: MessagePort }, { signal }: { signal: AbortSignal }) =>
      new Promise((_done, fail) => {
        begun = given.begun;
        signal.addEventListener('abort', () => fail(signal.reason as Error));
      }),
  } as unknown as Piscina;
  return { threads, begin: () => begun!.postMessage(null) };
}

/** What is said between threads has arrived. */
const arrived = async () => {
  for (let i = 0; i < 5; i++) await new Promise<void>((done) => setImmediate(done));
};

describe('work within its time', () => {
  beforeEach(() => jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask'] }));
  afterEach(() => jest.useRealTimers());

  it('has all of its time from when it begins: the start of its thread does not count', async () => {
    const { threads, begin } = threadsAtHand();
    const failed = jest.fn();
    const work = within(threads, { name: 'read', task: {}, limitMs: 1000 }).catch(failed);
    jest.advanceTimersByTime(30_000);
    begin();
    await arrived();
    jest.advanceTimersByTime(999);
    await arrived();
    expect(failed).not.toHaveBeenCalled();
    jest.advanceTimersByTime(1);
    await work;
    expect(failed).toHaveBeenCalledWith(expect.any(TookTooLongError));
  });

  it('is given up where its thread never begins', async () => {
    const { threads } = threadsAtHand();
    const work = within(threads, { name: 'read', task: {}, limitMs: 1000 });
    const outcome = expect(work).rejects.toThrow(NotBegunError);
    jest.advanceTimersByTime(90_000);
    await outcome;
  });

  it('is ended by who asked for it', async () => {
    const { threads } = threadsAtHand();
    const asked = new AbortController();
    const work = within(threads, { name: 'read', task: {}, limitMs: 1000, signal: asked.signal });
    asked.abort(new Error('gone'));
    await expect(work).rejects.toThrow('gone');
  });
});

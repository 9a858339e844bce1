import { LineFullError, Lanes, type Lane } from './lanes';

/** Work that is done when it is told so. */
function job(lanes: Lanes, log: string[], name: string, lane: Lane, workshopId: string, signal?: AbortSignal) {
  let finish: () => void = () => undefined;
  const ended = new Promise<void>((resolve) => (finish = resolve));
  const done = lanes.run(
    lane,
    workshopId,
    async () => {
      log.push(name);
      await ended;
    },
    signal,
  );
  return { finish: () => (finish(), done), done };
}
const settle = () => new Promise((resolve) => setImmediate(resolve));

describe('the line before the threads', () => {
  it('keeps a thread for small work while large work is done and waits', async () => {
    const [lanes, log]: [Lanes, string[]] = [new Lanes(2, 10), []];
    const first = job(lanes, log, 'large 1', 'large', 'a');
    const second = job(lanes, log, 'large 2', 'large', 'a');
    const small = job(lanes, log, 'small', 'small', 'b');
    await settle();
    expect(log).toEqual(['large 1', 'small']);
    await small.finish();
    await settle();
    expect(log).toEqual(['large 1', 'small']);
    await first.finish();
    await settle();
    expect(log).toEqual(['large 1', 'small', 'large 2']);
    await second.finish();
  });

  it('gives every workshop its turn, however much another one has in line', async () => {
    const [lanes, log]: [Lanes, string[]] = [new Lanes(1, 10), []];
    const jobs = [
      job(lanes, log, 'a1', 'small', 'a'),
      job(lanes, log, 'a2', 'small', 'a'),
      job(lanes, log, 'a3', 'small', 'a'),
      job(lanes, log, 'b1', 'small', 'b'),
    ];
    await settle();
    for (const name of ['a1', 'b1', 'a2', 'a3']) {
      expect(log.at(-1)).toBe(name);
      await jobs[['a1', 'a2', 'a3', 'b1'].indexOf(name)].finish();
      await settle();
    }
  });

  it('refuses what would wait too long, and lets go what is given up', async () => {
    const [lanes, log]: [Lanes, string[]] = [new Lanes(1, 1), []];
    const first = job(lanes, log, 'first', 'small', 'a');
    const gone = new AbortController();
    const second = job(lanes, log, 'second', 'small', 'a', gone.signal);
    await expect(lanes.run('small', 'a', async () => undefined)).rejects.toBeInstanceOf(LineFullError);
    gone.abort(new Error('left'));
    await expect(second.done).rejects.toThrow('left');
    const third = job(lanes, log, 'third', 'small', 'a');
    await first.finish();
    await settle();
    expect(log).toEqual(['first', 'third']);
    await third.finish();
  });

  it('goes on after work that failed', async () => {
    const lanes = new Lanes(1, 10);
    await expect(lanes.run('large', 'a', () => Promise.reject(new Error('broken')))).rejects.toThrow('broken');
    expect(await lanes.run('large', 'a', async () => 7)).toBe(7);
  });
});

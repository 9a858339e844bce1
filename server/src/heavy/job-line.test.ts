import { JobLine } from './job-line';

const settle = () => new Promise((resolve) => setImmediate(resolve));

/** Work that is done when it is told so, and writes down on which thread it is done. */
function asked(line: JobLine<string>, log: string[], workshopId: string, jobId: string, name: string) {
  let finish: () => void = () => undefined;
  const ended = new Promise<void>((resolve) => (finish = resolve));
  const done = line.run(workshopId, jobId, async (thread) => {
    log.push(`${name} on ${thread}`);
    await ended;
  });
  return async () => {
    finish();
    await done;
    await settle();
  };
}

describe('the line before the threads that know jobs', () => {
  it('does what is asked of one job one after the other, and keeps no other job waiting for it', async () => {
    const [line, log]: [JobLine<string>, string[]] = [new JobLine(['one', 'two']), []];
    const outlines = ['outline 1', 'outline 2', 'outline 3'].map((name) => asked(line, log, 'a', 'shirts', name));
    const nudge = asked(line, log, 'a', 'plates', 'nudge');
    await settle();
    expect(log).toEqual(['outline 1 on one', 'nudge on two']);
    await nudge();
    expect(log).toHaveLength(2);
    for (const finish of outlines) await finish();
    expect(log.slice(2)).toEqual(['outline 2 on one', 'outline 3 on one']);
  });

  it('gives a job the thread that knows it, where that is free', async () => {
    const [line, log]: [JobLine<string>, string[]] = [new JobLine(['one', 'two']), []];
    const first = [asked(line, log, 'a', 'shirts', 'look'), asked(line, log, 'a', 'plates', 'look')];
    for (const finish of first) await finish();
    await asked(line, log, 'a', 'plates', 'again')();
    expect(log.at(-1)).toBe('again on two');
  });

  it('gives every workshop its turn', async () => {
    const [line, log]: [JobLine<string>, string[]] = [new JobLine(['one']), []];
    const a = ['a1', 'a2', 'a3'].map((job) => asked(line, log, 'a', job, job));
    const b = asked(line, log, 'b', 'b1', 'b1');
    await a[0]();
    expect(log.at(-1)).toBe('b1 on one');
    await b();
    await a[1]();
    await a[2]();
    expect(log.map((entry) => entry.slice(0, 2))).toEqual(['a1', 'b1', 'a2', 'a3']);
  });

  it('tells a free thread that something waits, and goes on after work that failed', async () => {
    const ready: string[] = [];
    const line = new JobLine(['one', 'two'], (thread) => ready.push(thread));
    const log: string[] = [];
    const first = asked(line, log, 'a', 'shirts', 'first');
    const failed = line.run('a', 'shirts', () => Promise.reject(new Error('broken')));
    failed.catch(() => undefined);
    expect(ready).toEqual(['two']);
    await first();
    await expect(failed).rejects.toThrow('broken');
    await asked(line, log, 'a', 'shirts', 'after')();
    expect(log).toEqual(['first on one', 'after on one']);
  });
});

import { SharedAnswers } from './shared-answers';

describe('equal work', () => {
  it('is done once for all who ask while it is done, and again afterwards where it is not kept', async () => {
    const shared = new SharedAnswers();
    const work = jest.fn(async ({ of }: { of: string }) => `done ${of}`);
    const ask = (of: string) => shared.of('path', { of }, () => work({ of }));
    expect(await Promise.all([ask('a'), ask('a'), ask('b')])).toEqual(['done a', 'done a', 'done b']);
    expect(work).toHaveBeenCalledTimes(2);
    await ask('a');
    expect(work).toHaveBeenCalledTimes(3);
  });

  it('is remembered where it weighs something, by its whole task and its name', async () => {
    const shared = new SharedAnswers();
    const work = jest.fn(async () => 'done');
    const ask = (name: string, task: unknown) => shared.of(name, task, work, () => 10);
    await ask('path', { bytes: Uint8Array.of(1, 2) });
    await ask('path', { bytes: Uint8Array.of(1, 2) });
    expect(work).toHaveBeenCalledTimes(1);
    await ask('path', { bytes: Uint8Array.of(1, 3) });
    await ask('sheet', { bytes: Uint8Array.of(1, 2) });
    expect(work).toHaveBeenCalledTimes(3);
  });

  it('that failed is done again', async () => {
    const shared = new SharedAnswers();
    await expect(shared.of('path', 1, () => Promise.reject(new Error('no')))).rejects.toThrow();
    expect(await shared.of('path', 1, async () => 'done')).toBe('done');
  });
});

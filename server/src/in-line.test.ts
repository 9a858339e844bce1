import { inLine } from './in-line';

describe('a line for each job', () => {
  it('lets one after the other work on the same thing, in the order in which they came', async () => {
    const said: string[] = [];
    let letGo: () => void = () => undefined;
    const first = inLine('job', async () => {
      said.push('first begins');
      await new Promise<void>((go) => (letGo = go));
      said.push('first ends');
    });
    const second = inLine('job', async () => void said.push('second'));
    const third = inLine('job', async () => void said.push('third'));
    await inLine('another job', async () => void said.push('another job'));
    expect(said).toEqual(['first begins', 'another job']);
    letGo();
    await Promise.all([first, second, third]);
    expect(said).toEqual(['first begins', 'another job', 'first ends', 'second', 'third']);
  });

  it('goes on after one that failed', async () => {
    await expect(inLine('job', () => Promise.reject(new Error('refused')))).rejects.toThrow('refused');
    expect(await inLine('job', async () => 'done')).toBe('done');
  });
});

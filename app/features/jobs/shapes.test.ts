import type { JobApart, PartApart } from '@keen-anvil/contract';
import { job as whole, part, square, step } from '../../testing/job-fixtures';
import { withShapes } from './shapes';

const { contours: _, ...bare } = part();
const apart = (id: string, shapes: string[]): JobApart => ({
  ...whole,
  id,
  steps: [{ ...step, parts: shapes.map((shape): PartApart => ({ ...bare, id: `part-${shape}`, shape })) }],
  otherParts: [],
});

/** A server that has these shapes: it hears what is asked for. */
function serverWith(shapes: Record<string, number>): string[][] {
  const asked: string[][] = [];
  global.fetch = jest.fn(async (_path: string, { body }: { body: string }) => {
    const { shapes: keys } = JSON.parse(body) as { shapes: string[] };
    asked.push(keys);
    const lines = keys
      .filter((key) => key in shapes)
      .map((key) => `${JSON.stringify({ shape: key, contours: [square(0, 0, shapes[key])] })}\n`);
    let isRead = false;
    const read = async () =>
      isRead
        ? { value: undefined, done: true }
        : ((isRead = true), { value: new TextEncoder().encode(lines.join('')), done: false });
    return { ok: true, status: 200, body: { getReader: () => ({ read }) } };
  }) as never;
  return asked;
}

const never = () => Promise.reject(new Error('not asked for'));

describe('contours of a job that come apart', () => {
  it('are fetched once, and stay the very same lists through later answers', async () => {
    const asked = serverWith({ a: 10, b: 20, c: 30 });
    const first = await withShapes(apart('one', ['a', 'b']), never);
    expect(first.steps[0].parts.map((p) => p.contours)).toEqual([[square(0, 0, 10)], [square(0, 0, 20)]]);
    const second = await withShapes(apart('one', ['b', 'c']), never);
    expect(asked).toEqual([['a', 'b'], ['c']]);
    expect(second.steps[0].parts[0].contours).toBe(first.steps[0].parts[1].contours);
    expect(second.steps[0].parts[0]).not.toHaveProperty('shape');
  });

  it('a job that changed meanwhile is fetched anew', async () => {
    const asked = serverWith({ new: 10 });
    const job = await withShapes(apart('two', ['old']), () => Promise.resolve(apart('two', ['new'])));
    expect(job.steps[0].parts[0].id).toBe('part-new');
    expect(asked).toEqual([['old'], ['new']]);
  });

  it('gives up in a sentence where it never stands still', async () => {
    serverWith({});
    await expect(withShapes(apart('three', ['x']), () => Promise.resolve(apart('three', ['x'])))).rejects.toThrow(
      'This job is being changed on another device just now. Load it again in a moment.',
    );
  });

  it('a job that comes whole is taken as it is', async () => {
    const asked = serverWith({});
    expect((await withShapes(whole, never)).steps[0].parts).toEqual(whole.steps[0].parts);
    expect(asked).toEqual([]);
  });
});

import type { InspectionRequest, NumberedStep } from '../../workers/inspection';
import { square } from '../../testing/job-fixtures';
import { inspectInWorker as inspect } from './inspect';

const mockTold: string[] = [];
const mockLearnt = new Map<number, unknown>();
jest.mock('comlink', () => ({
  wrap: () => ({
    learnShapes: async (json: string) => {
      const shapes = JSON.parse(json) as [number, unknown][];
      mockTold.push(`learn ${shapes.length}`);
      for (const [number, contours] of shapes) mockLearnt.set(number, contours);
    },
    forgetShapes: async () => mockTold.push('forget'),
    inspectStep: async (step: NumberedStep) => step.parts.map(({ shape }) => mockLearnt.get(shape)),
  }),
}));

const terminated = jest.fn();
beforeEach(() => {
  mockTold.length = 0;
  terminated.mockClear();
  (global as Record<string, unknown>).Worker = class {
    terminate = terminated;
    addEventListener() {}
  };
  Object.defineProperty(window, 'location', { value: { href: 'http://localhost/' }, configurable: true });
});

const shapes = (count: number) => Array.from({ length: count }, (_, i) => [square(i, 0, 5)]);
const request = (contours: ReturnType<typeof shapes>) =>
  ({
    step: {
      parts: contours.map((own, i) => ({ id: `p${i}`, name: '', colour: '', contours: own, place: { x: 0, y: 0 } })),
    },
    check: {},
  }) as unknown as InspectionRequest;

describe('handing a step to the checking worker', () => {
  it('gives contours once, and those that are new', async () => {
    const { signal } = new AbortController();
    const three = shapes(3);
    expect(await inspect(request(three), signal)).toEqual(three);
    expect(await inspect(request(three), signal)).toEqual(three);
    const four = [...three.slice(1), ...shapes(2)];
    expect(await inspect(request(four), signal)).toEqual(four);
    expect(mockTold).toEqual(['learn 3', 'learn 2']);
  });

  it('gives many a few at a time', async () => {
    const many = shapes(3000);
    expect(await inspect(request(many), new AbortController().signal)).toEqual(many);
    expect(mockTold.length).toBeGreaterThan(2);
  });

  it('two steps at once each find theirs', async () => {
    const { signal } = new AbortController();
    const many = shapes(3000);
    const few = many.slice(2990);
    expect(await Promise.all([inspect(request(many), signal), inspect(request(few), signal)])).toEqual([many, few]);
  });

  it('a step that changed meanwhile is not waited for, and a new worker gets its contours', async () => {
    const stop = new AbortController();
    const many = shapes(3000);
    const first = inspect(request(many), stop.signal);
    stop.abort();
    await expect(first).rejects.toThrow('A newer check has begun.');
    expect(terminated).toHaveBeenCalledTimes(1);
    mockLearnt.clear();
    expect(await inspect(request(many), new AbortController().signal)).toEqual(many);
  });
});

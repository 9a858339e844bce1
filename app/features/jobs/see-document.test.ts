import type { JobDocument, Shape } from '@keen-anvil/core/jobs';
import { square } from '../../testing/job-fixtures';

jest.unmock('./see-document');
/** The worker as it would answer: the shapes that it has by their numbers, and what was asked of it. */
const mockHas = new Map<number, Shape>();
let mockParts: { id: string; shape: number; segments: number }[] = [];
const mockAsked: number[][] = [];
let mockIsAway = false;
jest.mock('comlink', () => ({
  wrap: () => ({
    see: async () => {
      if (mockIsAway) throw new Error('the reading answered 503');
      return { parts: mockParts, drawings: [['art', { widthMm: 100 }]] };
    },
    shapes: async (wanted: number[]) => {
      mockAsked.push(wanted);
      return JSON.stringify(wanted.map((number) => [number, mockHas.get(number)]));
    },
  }),
}));

const { seeDocument } = jest.requireActual<typeof import('./see-document')>('./see-document'); // eslint-disable-line @typescript-eslint/consistent-type-imports -- the module itself, not its stand-in

beforeEach(() => {
  mockAsked.length = 0;
  mockIsAway = false;
  (global as Record<string, unknown>).Worker = class {
    terminate() {}
    addEventListener() {}
  };
  Object.defineProperty(window, 'location', { value: { href: 'http://localhost/' }, configurable: true });
});

const shape = (size: number): Shape => ({
  contours: [square(0, 0, size)],
  colour: '#111111',
  layer: null,
  script: null,
  isFilled: null,
  print: null,
  fault: null,
});
const has = (...parts: [id: string, number: number, segments?: number][]) => {
  for (const [, number] of parts) mockHas.set(number, shape(number));
  mockParts = parts.map(([id, number, segments = 4]) => ({ id, shape: number, segments }));
};
const document = {} as JobDocument;

describe('seeing a job', () => {
  it('asks for each shape once, and has the very same ones again', async () => {
    has(['a', 1], ['b', 2], ['c', 2]);
    const first = await seeDocument('one', document);
    expect([...first.shapes.keys()]).toEqual(['a', 'b', 'c']);
    expect(first.shapes.get('b')).toBe(first.shapes.get('c'));
    expect(first.drawings.get('art')).toEqual({ widthMm: 100 });
    has(['a', 1], ['b', 3]);
    const second = await seeDocument('one', document);
    expect(mockAsked).toEqual([[1, 2], [3]]);
    expect(second.shapes.get('a')).toBe(first.shapes.get('a'));
  });

  it('takes many a few at a time', async () => {
    has(...Array.from({ length: 30 }, (_, i) => [`p${i}`, 100 + i, 500] as [string, number, number]));
    const { shapes } = await seeDocument('many', document);
    expect(shapes.size).toBe(30);
    expect(mockAsked.map(({ length }) => length)).toEqual([8, 8, 8, 6]);
  });

  it('says so where the drawings cannot be fetched', async () => {
    mockIsAway = true;
    await expect(seeDocument('away', document)).rejects.toMatchObject({
      code: 'offline',
      message: expect.stringContaining('cannot be fetched at the moment'),
    });
  });
});

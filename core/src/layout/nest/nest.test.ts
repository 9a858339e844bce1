import { jigsaw } from '../../../testing/jigsaws';
import { numbersBelow } from '../../../testing/random';
import { signedArea, type Point } from '../../geometry';
import { nestingFaults } from './faults';
import { nest } from './nest';
import type { Nesting, NestPart, NestRequest, NestSheet } from './request';

const box = (width: number, height: number, x = 0, y = 0): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];
const part = (id: string, rings: Point[][], count = 1, more: Partial<NestPart> = {}): NestPart => ({
  id,
  rings,
  count,
  angles: [0],
  mayTurnOver: false,
  ...more,
});
const sheet = (outline: Point[], more: Partial<NestSheet> = {}): NestSheet => ({
  id: 'sheet',
  outline,
  holes: [],
  count: 1,
  ...more,
});
/** A clock that goes on by a millisecond with each look, so that the same work is done on any machine. */
const clock = () => {
  let at = 0;
  return () => at++;
};
const ask = (parts: NestPart[], sheets: NestSheet[], more: Partial<NestRequest> = {}): NestRequest => ({
  parts,
  sheets,
  gapMm: 0,
  edgeMm: 0,
  seed: 1,
  millis: 150,
  now: clock(),
  ...more,
});
const sound = (request: NestRequest): Nesting => {
  const nesting = nest(request);
  expect(nestingFaults(request, nesting)).toEqual([]);
  const placed = nesting.placements.length + nesting.unplaced.reduce((sum, { count }) => sum + count, 0);
  expect(placed).toBe(request.parts.reduce((sum, { count }) => sum + count, 0));
  return nesting;
};
/** An L of legs 60 mm and 20 mm wide. */
const ell: Point[] = [
  { x: 0, y: 0 },
  { x: 60, y: 0 },
  { x: 60, y: 20 },
  { x: 20, y: 20 },
  { x: 20, y: 60 },
  { x: 0, y: 60 },
];
const round = (radius: number, points = 64): Point[] =>
  Array.from({ length: points }, (_, i) => ({
    x: radius * Math.cos((2 * Math.PI * i) / points),
    y: radius * Math.sin((2 * Math.PI * i) / points),
  }));

describe('nesting', () => {
  it('lays what fits exactly, edge on edge', () => {
    const nesting = sound(ask([part('half', [box(50, 100)], 2)], [sheet(box(100, 100))]));
    expect(nesting.unplaced).toEqual([]);
    expect(nesting.density).toBeCloseTo(1, 6);
    expect(nesting.usedLengthMm).toBeCloseTo(100, 6);
  });

  it('lays two Ls into each other where one may be turned, and not where it may not', () => {
    const turned = { angles: [0, Math.PI] };
    const roll = [sheet(box(80, 1000), { isRoll: true })];
    expect(sound(ask([part('L', [ell], 2, turned)], roll)).usedLengthMm).toBeCloseTo(60, 6);
    expect(sound(ask([part('L', [ell], 2)], roll)).usedLengthMm).toBeCloseTo(80, 1);
    expect(sound(ask([part('L', [ell], 2)], roll)).placements.every(({ angle }) => angle === 0)).toBe(true);
  });

  it('turns over only what may be turned over', () => {
    // Three different sides: however it is turned, it is not its own mirror image.
    const sail = [
      { x: 0, y: 0 },
      { x: 50, y: 0 },
      { x: 0, y: 120 },
    ];
    const mirrored = sail.map(({ x, y }) => ({ x: 54 - 1.08 * x, y: 1.08 * y }));
    const request = (mayTurnOver: boolean) =>
      ask([part('sail', [sail], 1, { angles: 'free', mayTurnOver })], [sheet(mirrored)], { millis: 400 });
    expect(sound(request(false)).unplaced).toEqual([{ partId: 'sail', count: 1 }]);
    const { unplaced, placements } = sound(request(true));
    expect([unplaced, placements.map(({ isTurnedOver }) => isTurnedOver)]).toEqual([[], [true]]);
  });

  it('lays small parts into the holes of large ones', () => {
    const frame = part('frame', [box(100, 100), box(60, 60, 20, 20)]);
    const nesting = sound(ask([frame, part('coin', [round(20)], 2)], [sheet(box(100, 100))]));
    expect(nesting.unplaced).toEqual([{ partId: 'coin', count: 1 }]);
  });

  it.each(['given', 'free'] as const)('fills every hole that has room, at %s angles', (turns) => {
    const may = { angles: turns === 'free' ? ('free' as const) : [0, Math.PI / 2] };
    const frames = [
      part('frame', [box(90, 90), box(70, 50, 10, 20)], 8, may),
      part('ring', [round(30), round(22)], 8, may),
    ];
    // The tag has room in its frame only once it is turned, and covers more than the frame does.
    const small = [part('tag', [box(45, 65)], 8, may), part('coin', [round(18)], 8, may)];
    const roll = [sheet(box(400, 2000), { isRoll: true })];
    const asked = (parts: NestPart[]) => sound(ask(parts, roll, { gapMm: 2, millis: 40 }));
    const { unplaced, usedLengthMm } = asked([...small, ...frames]);
    expect(unplaced).toEqual([]);
    expect(usedLengthMm).toBeLessThanOrEqual(asked(frames).usedLengthMm + 1e-6);
  });

  it('keeps its distance from other parts, from the edge and from used spots', () => {
    const gapMm = 3;
    const edgeMm = 5;
    const parts = [part('coin', [round(15)], 8, { angles: 'free' }), part('L', [ell], 3, { angles: 'free' })];
    const spot = box(30, 30, 80, 40);
    const request = ask(parts, [sheet(box(240, 200), { holes: [spot] })], { gapMm, edgeMm, millis: 250 });
    const nesting = sound(request);
    expect(nesting.unplaced).toEqual([]);
    // Grown by half of it, nothing meets; the sheet smaller and its spot larger by theirs, nothing is over them.
    const grown = (ring: Point[], mm: number): Point[] => {
      const middle = ring.reduce((sum, { x, y }) => ({ x: sum.x + x / ring.length, y: sum.y + y / ring.length }), {
        x: 0,
        y: 0,
      });
      return ring.map(({ x, y }) => {
        const length = Math.hypot(x - middle.x, y - middle.y);
        return { x: x + ((x - middle.x) * mm) / length, y: y + ((y - middle.y) * mm) / length };
      });
    };
    const coins = { ...parts[0], rings: [grown(parts[0].rings[0], gapMm / 2 - 0.02)] };
    const stricter: NestRequest = {
      ...request,
      parts: [coins, parts[1]],
      sheets: [
        sheet(box(240 - 2 * edgeMm + gapMm, 200 - 2 * edgeMm + gapMm, edgeMm - gapMm / 2, edgeMm - gapMm / 2), {
          holes: [spot],
        }),
      ],
    };
    expect(nestingFaults(stricter, nesting)).toEqual([]);
    const coin = nesting.placements.find(({ partId }) => partId === 'coin')!;
    const closer = { ...nesting, placements: [coin, { ...coin, copy: 7, x: coin.x + 30 }] };
    expect(nestingFaults(stricter, closer).join()).toMatch(/“coin” \d and “coin” 7 overlap/);
  });

  it('takes as few sheets as it can, and says what found no room', () => {
    const squares = part('square', [box(50, 50)], 9);
    const nesting = sound(ask([squares], [sheet(box(105, 105), { count: 5 })]));
    expect(new Set(nesting.placements.map(({ sheetNumber }) => sheetNumber)).size).toBe(3);
    const two = sound(ask([squares, part('bar', [box(300, 5)])], [sheet(box(105, 105), { count: 2 })]));
    expect(two.unplaced).toEqual([
      { partId: 'square', count: 1 },
      { partId: 'bar', count: 1 },
    ]);
  });

  it('lays onto an odd piece of stock, whatever its outline', () => {
    const piece = sheet([...ell].map(({ x, y }) => ({ x: 4 * x, y: 4 * y })));
    const request = ask([part('coin', [round(18)], 14, { angles: 'free' })], [piece], { gapMm: 1, edgeMm: 2 });
    expect(sound(request).placements.length).toBeGreaterThan(9);
  });

  it('tells each better laying, and hands out the best of them', () => {
    const { widthMm, heightMm, parts } = jigsaw(5);
    const told: Nesting[] = [];
    const request = ask(parts, [sheet(box(widthMm, 4 * heightMm), { isRoll: true })], { millis: 500 });
    const nesting = nest(request, (best) => told.push(best));
    expect(told.length).toBeGreaterThan(2);
    for (const one of told) expect(nestingFaults(request, one)).toEqual([]);
    const lengths = told.map(({ usedLengthMm }) => usedLengthMm);
    expect([...lengths].sort((a, b) => b - a)).toEqual(lengths);
    expect(nesting).toEqual(told.at(-1));
    const area = parts.reduce((sum, { rings }) => sum + Math.abs(signedArea(rings[0])), 0);
    expect(nesting.density).toBeCloseTo(area / (widthMm * nesting.usedLengthMm), 6);
    expect(nest({ ...request, now: clock() })).toEqual(nesting);
  });

  it('lays something however short the time is', () => {
    const { widthMm, heightMm, parts } = jigsaw(3);
    const nesting = sound(ask(parts, [sheet(box(widthMm, 4 * heightMm), { isRoll: true })], { millis: 0 }));
    expect(nesting.unplaced).toEqual([]);
  });

  it('never lays one part over another, whatever the parts, sheets, gaps and angles are', () => {
    for (let seed = 1; seed <= 16; seed++) {
      const below = numbersBelow(seed * 31);
      const shapes = [ell, round(5 + below(20)), box(10 + below(50), 5 + below(30)), star(8 + below(20))];
      const parts = shapes.slice(0, 1 + below(4)).map((ring, i) =>
        part(
          `part ${i}`,
          below(3) ? [ring] : [ring, ring.map(({ x, y }) => ({ x: x * 0.3 + 3, y: y * 0.3 + 3 }))],
          1 + below(5),
          {
            angles: below(2) ? 'free' : [0, Math.PI / 2, Math.PI].slice(0, 1 + below(3)),
            mayTurnOver: below(2) === 1,
          },
        ),
      );
      const outline = below(2)
        ? box(120 + below(200), 150 + below(200))
        : ell.map(({ x, y }) => ({ x: 4 * x, y: 4 * y }));
      const holes = below(2) ? [round(10 + below(15)).map(({ x, y }) => ({ x: x + 40, y: y + 40 }))] : [];
      const sheets = [sheet(outline, { holes, count: 1 + below(3), isRoll: below(3) === 0 })];
      sound(ask(parts, sheets, { gapMm: below(4), edgeMm: below(5), seed, millis: 80 }));
    }
  });

  it.each([
    ['a gap below nothing', { gapMm: -1 }, /gap between parts .* -1/],
    ['an edge that is no number', { edgeMm: Number.NaN }, /gap to the edge/],
    ['too many copies', { parts: [part('coin', [round(5)], 50_000)] }, /50000 copies .* 5000 can be laid at once/],
    ['a part without an outline', { parts: [part('dot', [[{ x: 0, y: 0 }]])] }, /“dot” has no outline/],
    ['half a copy', { parts: [part('coin', [round(5)], 1.5)] }, /“coin” is wanted 1.5 times/],
    ['no angle', { parts: [part('coin', [round(5)], 1, { angles: [] })] }, /“coin” may lie at no angle/],
    ['a sheet without an outline', { sheets: [sheet([{ x: 0, y: 0 }])] }, /Sheet “sheet” has no outline/],
  ])('refuses %s with a clear sentence', (_, wrong, sentence) => {
    expect(() => nest(ask([part('coin', [round(5)])], [sheet(box(100, 100))], wrong))).toThrow(sentence);
  });
});

function star(radius: number): Point[] {
  return Array.from({ length: 10 }, (_, i) => ({
    x: (i % 2 ? 0.4 : 1) * radius * Math.cos((Math.PI * i) / 5),
    y: (i % 2 ? 0.4 : 1) * radius * Math.sin((Math.PI * i) / 5),
  }));
}

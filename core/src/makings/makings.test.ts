import * as fc from 'fast-check';
import { contourBounds, flatten, regionArea, regionOfRings, type CurveContour } from '../geometry';
import { drawMeasured, type Measures } from '../measured';
import { OPERATIONS, operate, operationOf, type Lines } from './index';

const shape = (name: string, measures: Measures): CurveContour[] =>
  drawMeasured({ shape: name, measures }).parts.flatMap(({ contours }) => contours);
const moved = (lines: Lines, dx: number, dy: number): CurveContour[] =>
  operate(operationOf('moved')!, [lines], { right: dx, down: dy });
const area = (lines: Lines): number =>
  regionArea(regionOfRings(lines.filter(({ closed }) => closed).map((c) => flatten(c, 0.005).points)));
const box = (lines: Lines) => contourBounds([...lines], 0.0005)!;
const make = (name: string, sources: Lines[], measures: Measures = {}) =>
  operate(operationOf(name)!, sources, measures);

const usual = (name: string): Measures =>
  Object.fromEntries(operationOf(name)!.measures.map((measure) => [measure.name, measure.usual]));

const square = shape('rectangle', { width: 20, height: 20 });
const beside = moved(square, 10, 0);
const ring = shape('ring', { diameter: 40, inner: 20 });

describe('parts that lie over each other', () => {
  it('are joined, cut out, shared and left by their areas', () => {
    expect(area(make('join', [square, beside]))).toBeCloseTo(600, 3);
    expect(area(make('cut-out', [square, beside]))).toBeCloseTo(200, 3);
    expect(area(make('shared', [square, beside]))).toBeCloseTo(200, 3);
    expect(area(make('unshared', [square, beside]))).toBeCloseTo(400, 3);
    expect(make('shared', [square, moved(square, 50, 0)])).toEqual([]);
    expect(make('cut-out', [square, square])).toEqual([]);
  });

  it('hold to the laws of areas, whatever they are and wherever they lie', () => {
    const someShape = fc.constantFrom(...['circle', 'star', 'heart', 'tag', 'ring'].map((name) => shape(name, {})));
    const some = fc.tuple(someShape, fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 }));
    fc.assert(
      fc.property(someShape, some, (a, [plain, dx, dy]) => {
        const b = moved(plain, dx, dy);
        const [both, shared] = [area(make('join', [a, b])), area(make('shared', [a, b]))];
        expect(both + shared).toBeCloseTo(area(a) + area(b), 0);
        expect(area(make('unshared', [a, b]))).toBeCloseTo(both - shared, 0);
        expect(area(make('cut-out', [a, b]))).toBeCloseTo(area(a) - shared, 0);
      }),
      { numRuns: 60 },
    );
  });

  it('lose their holes where these are filled', () => {
    expect(area(make('fill-holes', [ring]))).toBeCloseTo(Math.PI * 400, -1);
  });
});

describe('repeats', () => {
  it('round a point: evenly, turned with it or upright', () => {
    const tag = shape('rectangle', { width: 4, height: 10 });
    const turned = make('round', [tag], { count: 4, radius: 30 });
    expect(turned).toHaveLength(4);
    // The one at a quarter lies on its side, as far to the right as the first lies above.
    const [first, quarter] = turned.map((contour) => box([contour]));
    expect([quarter.maxX - quarter.minX, quarter.maxY - quarter.minY]).toEqual([
      expect.closeTo(10, 3),
      expect.closeTo(4, 3),
    ]);
    expect((quarter.minX + quarter.maxX) / 2 - (first.minX + first.maxX) / 2).toBeCloseTo(30, 3);
    const upright = box([make('round', [tag], { count: 4, radius: 30, turned: 1 })[1]]);
    expect([upright.maxX - upright.minX, (upright.minX + upright.maxX) / 2]).toEqual([
      expect.closeTo(4, 3),
      expect.closeTo(32, 3),
    ]);
  });

  it('in rows, straight or by half a step', () => {
    const rows = make('rows', [square], { across: 3, down: 2, gapX: 5, gapY: 2, offset: 1 });
    expect(rows).toHaveLength(6);
    expect(box(rows)).toEqual({ minX: 0, minY: 0, maxX: 70 + 12.5, maxY: 42 });
  });

  it('refuse ten thousand copies of much with a sentence', () => {
    const star = shape('star', { points: 60 });
    expect(() => make('rows', [star], { across: 500, down: 500 })).toThrow(
      /that would be 29750000 lines, and 200000 are the most: repeat it less often/,
    );
    expect(() => make('round', [square], { count: 10_000 })).toThrow('How many: 2 to 2000 was expected; 10000 came.');
  });

  it('to the other side: twice is as it was', () => {
    const heart = shape('heart', {});
    const once = make('mirrored', [heart], { side: 0, gap: 6, own: 1 });
    expect(box(once).minX).toBeCloseTo(box(heart).maxX + 6, 2);
    const back = make('mirrored', [once], { side: 1, gap: 6, own: 1 });
    expect(box(back).minX).toBeCloseTo(box(heart).minX, 2);
    expect(area(make('mirrored', [heart], { side: 2, gap: 1 }))).toBeCloseTo(2 * area(heart), 1);
  });
});

describe('one part', () => {
  it('is sized in ratio by one measure, out of ratio by two, turned round its middle', () => {
    const plate = shape('plate', { width: 60, height: 40 });
    const wide = box(make('moved', [plate], { width: 90 }));
    expect([wide.maxX - wide.minX, wide.maxY - wide.minY]).toEqual([expect.closeTo(90, 2), expect.closeTo(60, 2)]);
    const flat = box(make('moved', [plate], { width: 90, height: 20 }));
    expect([flat.maxX - flat.minX, flat.maxY - flat.minY]).toEqual([expect.closeTo(90, 2), expect.closeTo(20, 2)]);
    const turned = box(make('moved', [plate], { turn: 90 }));
    expect([turned.minX, turned.maxX, turned.minY]).toEqual([
      expect.closeTo(10, 2),
      expect.closeTo(50, 2),
      expect.closeTo(-10, 2),
    ]);
  });

  it('breaks along a line into two that are the whole', () => {
    const heart = shape('heart', {});
    const halves = [0, 1].map((side) => make('half', [heart], { angle: 30, aside: 4, side }));
    expect(area(halves[0]) + area(halves[1])).toBeCloseTo(area(heart), 1);
    expect(area(make('shared', halves))).toBeLessThan(0.01);
    const [upper] = [make('half', [square], { angle: 0, aside: 0, side: 0 })];
    expect(box(upper)).toEqual({ minX: 0, minY: 0, maxX: 20, maxY: 10 });
  });

  it('gets an eye that hangs together with it and stands out as far as is said', () => {
    const disc = shape('circle', { diameter: 40 });
    const hung = make('eye', [disc], { angle: 0, hole: 4, band: 2, neck: 1 });
    // Outline and hole: one piece.
    expect(hung).toHaveLength(2);
    expect(box(hung).minY).toBeCloseTo(-(1 + 8), 1);
    const side = make('eye', [disc], { angle: 90, hole: 4, band: 2, neck: 1 });
    expect(box(side).maxX).toBeCloseTo(49, 1);
    expect(() => make('eye', [[{ closed: false, start: [0, 0], segments: [['L', 5, 0]] }]], {})).toThrow(
      'an eye needs an outline',
    );
  });

  it('has a rim that closes holes and gaps, as wide as is said', () => {
    const letters = [square, moved(square, 21.5, 0)];
    const rim = make('rim', [ring, ...letters.map((lines) => moved(lines, 0, 60))], { width: 3, gaps: 2 });
    // The ring has lost its hole; the squares, 1.5 mm apart, have run together.
    expect(rim).toHaveLength(2);
    expect(area([rim[0]]) + area([rim[1]])).toBeCloseTo(Math.PI * 23 ** 2 + 41.5 * 20 + 2 * 3 * 61.5 + Math.PI * 9, -1);
    expect(make('rim', letters, { width: 0.5, gaps: 0 })).toHaveLength(2);
    expect(make('rim', letters, { width: 0.5, gaps: 1 })).toHaveLength(1);
  });

  it('has ripples whose bands and gaps are as wide as is said, in one piece', () => {
    const disc = shape('circle', { diameter: 20 });
    const measures = { count: 2, gap: 3, rib: 2, spine: 1, angle: 90 };
    const rippled = make('ripples', [disc], measures);
    expect(box(rippled).maxX - box(rippled).minX).toBeCloseTo(20 + 2 * 2 * 5, 1);
    const bands = Math.PI * (10 ** 2 + (15 ** 2 - 13 ** 2) + (20 ** 2 - 18 ** 2));
    // Two gaps of 3 mm above and two below are bridged by 1 mm.
    expect(area(rippled)).toBeCloseTo(bands + 4 * 3 * 1, 0);
    const outlines = rippled.filter((c) => area([c]) > 1).length;
    expect(outlines).toBeGreaterThan(1);
    const open = make('ripples', [disc], { ...measures, middle: 1 });
    expect(area(open)).toBeLessThan(area(rippled) - Math.PI * 60);
    expect(box(make('ripples', [disc], { ...measures, hole: 4 })).minY).toBeLessThan(box(rippled).minY - 7);
  });
});

describe('what only one has', () => {
  it('is what just one of them covers, however many there are', () => {
    expect(make('unshared', [square, square, square], {})).toEqual([]);
    const three = [square, moved(square, 10, 0), moved(square, 10, 10)];
    // Counted in quarters of 100 mm²: two of the first, one of the second, two and a half corners of the third.
    const seen = (x: number, y: number) =>
      [
        [0, 0],
        [10, 0],
        [10, 10],
      ].filter(([dx, dy]) => x >= dx && x < dx + 20 && y >= dy && y < dy + 20).length;
    let alone = 0;
    for (let x = 5; x < 40; x += 10) for (let y = 5; y < 40; y += 10) if (seen(x, y) === 1) alone += 100;
    expect(area(make('unshared', three, {}))).toBeCloseTo(alone, 3);
  });
});

describe('joining', () => {
  it('takes nothing away where outlines go round either way, or cross themselves', () => {
    const turned: Lines = [
      {
        closed: true,
        start: [10, 0],
        segments: [
          ['L', 10, 20],
          ['L', 30, 20],
          ['L', 30, 0],
        ],
      },
    ];
    expect(area(make('join', [square, turned], {}))).toBeCloseTo(30 * 20, 3);
    const eight: Lines = [
      {
        closed: true,
        start: [0, 0],
        segments: [
          ['L', 20, 20],
          ['L', 20, 0],
          ['L', 0, 20],
        ],
      },
    ];
    expect(area(make('join', [square, eight], {}))).toBeCloseTo(400, 3);
  });
});

describe('ripples', () => {
  const ringed = shape('ring', { diameter: 40, inner: 30 });

  it('go round the outside alone: the holes of a part stay as they are, and it is one piece', () => {
    const made = make('ripples', [ringed], { count: 3, gap: 3, rib: 2, spine: 3 });
    // The hole is as wide as it was, and nothing lies in it.
    const holes = made.filter((line) => {
      const { minX, maxX } = box([line]);
      return Math.abs(maxX - minX - 30) < 0.1;
    });
    expect(holes).toHaveLength(1);
    expect(made.some((line) => box([line]).maxX - box([line]).minX < 5)).toBe(false);
    expect(operationOf('ripples')!.tell!([ringed], { ...usual('ripples'), count: 3 })).toBeNull();
  });

  it('that fall apart say so before they are made', () => {
    const apart = [...square, ...moved(square, 200, 3)];
    expect(operationOf('ripples')!.tell!([apart], { ...usual('ripples'), count: 1 })).toContain('in 2 pieces');
  });
});

describe('every operation', () => {
  it.each(OPERATIONS.map((operation) => [operation.label, operation] as const))(
    '“%s” makes something of two tags',
    (_, operation) => {
      const tag = shape('tag', {});
      const lines = operate(operation, operation.needs !== 'several' ? [tag] : [tag, moved(tag, 15, 5)], {});
      expect(lines.length).toBeGreaterThan(0);
      const box2 = box(lines);
      expect((box2.maxX - box2.minX) * (box2.maxY - box2.minY)).toBeGreaterThan(1);
    },
  );

  it('refuses measures it has not', () => {
    expect(() => make('join', [square, beside], { width: 4 })).toThrow(
      'Join has no measure “width”: none were expected.',
    );
  });
});

import fc from 'fast-check';
import { isInside } from '../geometry';
import { freePlaces } from './index';

const sheet = [
  [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: 80 },
    { x: 0, y: 80 },
  ],
];
const reach = { minX: 8, minY: 12, maxX: 92, maxY: 55 };
const ask = (more: object = {}) =>
  freePlaces({ outline: sheet, reach, taken: [], widthMm: 12, heightMm: 16.5, count: 3, gapMm: 4, ...more });

describe('free places on a piece', () => {
  it('begin at the lead corner of what the machine reaches, and keep their distance', () => {
    expect(ask()).toEqual([
      { x: 8, y: 12 },
      { x: 24, y: 12 },
      { x: 40, y: 12 },
    ]);
  });

  it('keep clear of what lies there', () => {
    const [first] = ask({ taken: [{ minX: 8, minY: 12, maxX: 20, maxY: 28.5 }] });
    expect(first).toEqual({ x: 24, y: 12 });
  });

  it('are fewer where there is no more room, and none where nothing fits', () => {
    expect(ask({ count: 50 }).length).toBe(10);
    expect(ask({ widthMm: 200 })).toEqual([]);
    expect(freePlaces({ outline: [], reach, taken: [], widthMm: 1, heightMm: 1, count: 1, gapMm: 1 })).toEqual([]);
  });

  it('go round a hole, and stay within an offcut with a corner missing', () => {
    const hole = [
      { x: 5, y: 5 },
      { x: 30, y: 5 },
      { x: 30, y: 40 },
      { x: 5, y: 40 },
    ];
    expect(ask({ outline: [...sheet, hole] })[0].x).toBeGreaterThanOrEqual(34);
    const offcut = [
      [
        { x: 0, y: 0 },
        { x: 100, y: 0 },
        { x: 100, y: 20 },
        { x: 50, y: 20 },
        { x: 50, y: 80 },
        { x: 0, y: 80 },
      ],
    ];
    for (const { x, y } of ask({ outline: offcut, count: 20 }))
      expect(isInside({ x: x + 12, y: y + 16.5 }, offcut[0])).toBe(true);
  });

  it('never touch each other, whatever lies there', () => {
    const box = fc
      .record({ x: fc.integer({ min: 0, max: 90 }), y: fc.integer({ min: 0, max: 70 }) })
      .map(({ x, y }) => ({ minX: x, minY: y, maxX: x + 9, maxY: y + 7 }));
    fc.assert(
      fc.property(fc.array(box, { maxLength: 6 }), (taken) => {
        const all = [
          ...taken,
          ...ask({ taken, count: 8 }).map(({ x, y }) => ({ minX: x, minY: y, maxX: x + 12, maxY: y + 16.5 })),
        ];
        const placed = all.slice(taken.length);
        placed.forEach((a, i) =>
          all.forEach((b, k) => {
            if (k === taken.length + i) return;
            expect(Math.max(b.minX - a.maxX, a.minX - b.maxX, b.minY - a.maxY, a.minY - b.maxY)).toBeGreaterThanOrEqual(
              4 - 1e-9,
            );
          }),
        );
      }),
      { numRuns: 60 },
    );
  });
});

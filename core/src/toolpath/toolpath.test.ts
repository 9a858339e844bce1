import fc from 'fast-check';
import type { Polyline } from '../geometry';
import { cutLength, orderContours, planToolpath, travelLength } from './index';

const square = (x: number, y: number, size: number): Polyline => ({
  closed: true,
  points: [
    { x, y },
    { x: x + size, y },
    { x: x + size, y: y + size },
    { x, y: y + size },
  ],
});
const line = (x1: number, y1: number, x2: number, y2: number): Polyline => ({
  closed: false,
  points: [
    { x: x1, y: y1 },
    { x: x2, y: y2 },
  ],
});
const origin = { x: 0, y: 0 };

describe('the order of contours', () => {
  it('runs what lies inside before what lies around, however near the outside is', () => {
    const contours = [square(0, 0, 100), square(40, 40, 20), square(45, 45, 5), line(10, 10, 20, 20)];
    const order = orderContours({ contours: contours, start: origin, insideFirst: true }).map((turn) => turn.index);
    expect(order.indexOf(0)).toBe(3);
    expect(order.indexOf(2)).toBeLessThan(order.indexOf(1));
  });

  it('takes the nearest first where nothing can fall out', () => {
    expect(
      orderContours({ contours: [square(0, 0, 100), square(40, 40, 20)], start: origin, insideFirst: false })[0].index,
    ).toBe(0);
  });

  it('enters an open line from its nearer end', () => {
    expect(orderContours({ contours: [line(50, 0, 1, 0)], start: origin, insideFirst: true })).toEqual([
      { index: 0, startIndex: 1 },
    ]);
  });

  it('leaves out a contour that is only a point', () => {
    expect(
      orderContours({
        contours: [{ closed: true, points: [{ x: 1, y: 1 }] }, square(5, 5, 5)],
        start: origin,
        insideFirst: true,
      }),
    ).toHaveLength(1);
  });

  it('runs every contour once, inside first, on any drawing of nested squares', () => {
    const drawing = fc.array(
      fc.record({
        x: fc.integer({ min: 0, max: 9 }),
        y: fc.integer({ min: 0, max: 9 }),
        rings: fc.integer({ min: 1, max: 4 }),
      }),
      { maxLength: 20 },
    );
    fc.assert(
      fc.property(drawing, (cells) => {
        const seen = new Set<string>();
        const contours = cells
          .filter(({ x, y }) => !seen.has(`${x},${y}`) && seen.add(`${x},${y}`))
          .flatMap(({ x, y, rings }) =>
            Array.from({ length: rings }, (_, k) => square(x * 20 + k * 2, y * 20 + k * 2, 16 - 4 * k)),
          );
        const order = orderContours({ contours: contours, start: origin, insideFirst: true }).map((turn) => turn.index);
        expect([...order].sort((a, b) => a - b)).toEqual(contours.map((_, i) => i));
        const position = contours.map((_, i) => order.indexOf(i));
        contours.forEach((outer, i) =>
          contours.forEach((inner, j) => {
            const [o, n] = [outer.points[0], inner.points[0]];
            const inside =
              n.x > o.x && n.y > o.y && inner.points[2].x < outer.points[2].x && inner.points[2].y < outer.points[2].y;
            if (inside) expect(position[j]).toBeLessThan(position[i]);
          }),
        );
      }),
      { numRuns: 60 },
    );
  });
});

describe('strokes', () => {
  const plan = (contour: Polyline, passes: number, overcutMm: number) =>
    planToolpath({ contours: [contour], start: origin, insideFirst: true, passes, overcutMm }).strokes[0].points;

  it('go round, close, and on by the overcut', () => {
    const points = plan(square(0, 0, 10), 1, 2);
    expect(points).toEqual([origin, { x: 10, y: 0 }, { x: 10, y: 10 }, { x: 0, y: 10 }, origin, { x: 2, y: 0 }]);
  });

  it('carry an overcut longer than a side round the corner', () => {
    expect(plan(square(0, 0, 10), 1, 13).slice(-2)).toEqual([
      { x: 10, y: 0 },
      { x: 10, y: 3 },
    ]);
  });

  it('go round as often as there are passes, and back along an open line', () => {
    expect(cutLength([{ points: plan(square(0, 0, 10), 3, 1) }])).toBeCloseTo(121, 9);
    expect(plan(line(0, 0, 10, 0), 2, 1)).toEqual([origin, { x: 10, y: 0 }, origin]);
  });
});

describe('travel', () => {
  it('is the way with the tool up', () => {
    expect(
      travelLength(
        [
          {
            points: [
              { x: 3, y: 4 },
              { x: 3, y: 10 },
            ],
          },
          {
            points: [
              { x: 0, y: 10 },
              { x: 0, y: 0 },
            ],
          },
        ],
        origin,
      ),
    ).toBe(8);
  });

  it('gets shorter than in the order of the drawing', () => {
    const scattered = Array.from({ length: 200 }, (_, i) =>
      square(((i * 7919) % 200) * 3, ((i * 104729) % 211) * 3, 1),
    );
    const ordered = planToolpath({
      contours: scattered,
      start: origin,
      insideFirst: true,
      passes: 1,
      overcutMm: 0,
    }).strokes;
    const asDrawn = scattered.map(({ points }) => ({ points: [...points, points[0]] }));
    expect(travelLength(ordered, origin)).toBeLessThan(travelLength(asDrawn, origin) / 3);
  });
});

import fc from 'fast-check';
import type { CurveContour } from '../geometry';
import { firstPlace, placeParts, type PartOnSheet } from './index';

const box = (x: number, y: number, width: number, height: number): CurveContour => ({
  closed: true,
  start: [x, y],
  segments: [['L', x + width, y], ['L', x + width, y + height], ['L', x, y + height]],
});
const part = (id: string, contour: CurveContour, place = { x: 0, y: 0 }): PartOnSheet => ({ id, name: id, colour: '#000000', contours: [contour], place });

describe('laying the parts of a step', () => {
  it('puts the step’s own corner to the place, wherever it was in the drawing', () => {
    const [placed] = placeParts([part('a', box(-300, 70, 20, 10), { x: 13, y: 17 })], 1, false);
    expect(placed.bounds).toEqual({ minX: 13, minY: 17, maxX: 33, maxY: 27 });
  });

  it('keeps the parts where they are to each other, at any scale, mirrored or not', () => {
    const number = fc.double({ min: 0, max: 100, noNaN: true });
    fc.assert(
      fc.property(number, number, fc.double({ min: 0.2, max: 5, noNaN: true }), fc.boolean(), (dx, dy, scale, mirrored) => {
        const [a, b] = placeParts([part('a', box(0, 0, 10, 10)), part('b', box(dx, dy, 4, 6))], scale, mirrored);
        const gap = mirrored ? a.bounds.maxX - b.bounds.maxX : b.bounds.minX - a.bounds.minX;
        expect(gap).toBeCloseTo(dx * scale, 6);
        expect(b.bounds.minY - a.bounds.minY).toBeCloseTo(dy * scale, 6);
        expect(b.bounds.maxX - b.bounds.minX).toBeCloseTo(4 * scale, 6);
      }),
    );
  });

  it('mirrored twice is as it was', () => {
    const flag: CurveContour = { closed: true, start: [0, 0], segments: [['L', 10, 0], ['L', 0, 20]] };
    const [once] = placeParts([part('flag', flag)], 1, true);
    const again = once.contours.map((c): CurveContour => ({ closed: true, start: [c.points[0].x, c.points[0].y], segments: c.points.slice(1).map((p) => ['L', p.x, p.y]) }));
    const [twice] = placeParts([{ ...part('flag', flag), contours: again }], 1, true);
    expect(twice.contours[0].points).toEqual([{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 0, y: 20 }]);
    expect(once.contours[0].points).toEqual([{ x: 10, y: 0 }, { x: 0, y: 0 }, { x: 10, y: 20 }]);
  });

  it('moves one part alone by its own place', () => {
    const [a, b] = placeParts([part('a', box(0, 0, 10, 10), { x: 5, y: 5 }), part('b', box(0, 0, 10, 10), { x: 7.5, y: 4 })], 1, false);
    expect([b.bounds.minX - a.bounds.minX, b.bounds.minY - a.bounds.minY]).toEqual([2.5, -1]);
  });

  it('has nothing to lay for a step without parts', () => {
    expect(placeParts([], 1, false)).toEqual([]);
  });
});

describe('the first place on a fresh sheet', () => {
  const area = { minX: 8, minY: 12, maxX: 297, maxY: 400 };

  it('leaves a little to hold on to', () => {
    expect(firstPlace(area, { widthMm: 100, heightMm: 100 })).toEqual({ x: 13, y: 17 });
  });

  it('shares what little is left, and starts at the corner where nothing is', () => {
    expect(firstPlace(area, { widthMm: 285, heightMm: 388 })).toEqual({ x: 10, y: 12 });
    expect(firstPlace(area, { widthMm: 500, heightMm: 500 })).toEqual({ x: 8, y: 12 });
  });
});

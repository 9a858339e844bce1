import fc from 'fast-check';
import type { CurveContour } from '../geometry';
import { firstPlace, placeParts, straightAt, type PartOnSheet } from './index';

const box = (x: number, y: number, width: number, height: number): CurveContour => ({
  closed: true,
  start: [x, y],
  segments: [
    ['L', x + width, y],
    ['L', x + width, y + height],
    ['L', x, y + height],
  ],
});
const part = (id: string, contour: CurveContour, at = { x: 0, y: 0 }, mirrored = false): PartOnSheet => ({
  id,
  name: id,
  colour: '#000000',
  contours: [contour],
  place: straightAt(at, mirrored),
});

describe('laying the parts of a step', () => {
  it('puts the drawing’s plane to the place', () => {
    const [placed] = placeParts([part('a', box(-300, 70, 20, 10), { x: 313, y: -53 })]);
    expect(placed.bounds).toEqual({ minX: 13, minY: 17, maxX: 33, maxY: 27 });
  });

  it('keeps the parts where they are to each other, mirrored or not', () => {
    const number = fc.double({ min: 0, max: 100, noNaN: true });
    fc.assert(
      fc.property(number, number, fc.boolean(), (dx, dy, mirrored) => {
        const [a, b] = placeParts([
          part('a', box(0, 0, 10, 10), undefined, mirrored),
          part('b', box(dx, dy, 4, 6), undefined, mirrored),
        ]);
        const gap = mirrored ? a.bounds.maxX - b.bounds.maxX : b.bounds.minX - a.bounds.minX;
        expect(gap).toBeCloseTo(dx, 6);
        expect(b.bounds.minY - a.bounds.minY).toBeCloseTo(dy, 6);
      }),
    );
  });

  it('turns over left to right', () => {
    const flag: CurveContour = {
      closed: true,
      start: [0, 0],
      segments: [
        ['L', 10, 0],
        ['L', 0, 20],
      ],
    };
    const [turned] = placeParts([part('flag', flag, { x: 30, y: 5 }, true)]);
    expect(turned.contours[0].points).toEqual([
      { x: 30, y: 5 },
      { x: 20, y: 5 },
      { x: 30, y: 25 },
    ]);
  });

  it('moves one part alone by its own place', () => {
    const [a, b] = placeParts([
      part('a', box(0, 0, 10, 10), { x: 5, y: 5 }),
      part('b', box(0, 0, 10, 10), { x: 7.5, y: 4 }),
    ]);
    expect([b.bounds.minX - a.bounds.minX, b.bounds.minY - a.bounds.minY]).toEqual([2.5, -1]);
  });

  it('has nothing to lay for a step without parts, or a part without lines', () => {
    expect(placeParts([])).toEqual([]);
    expect(placeParts([{ ...part('a', box(0, 0, 1, 1)), contours: [] }])).toEqual([]);
  });
});

describe('the first place on a fresh sheet', () => {
  const area = { minX: 8, minY: 12, maxX: 297, maxY: 400 };
  const sized = (widthMm: number, heightMm: number) => ({ minX: 0, minY: 0, maxX: widthMm, maxY: heightMm });

  it('leaves a little to hold on to', () => {
    expect(firstPlace(area, sized(100, 100), false)).toEqual({ x: 13, y: 17 });
  });

  it('shares what little is left, and starts at the corner where nothing is', () => {
    expect(firstPlace(area, sized(285, 388), false)).toEqual({ x: 10, y: 12 });
    expect(firstPlace(area, sized(500, 500), false)).toEqual({ x: 8, y: 12 });
  });

  it('puts the step there wherever it stands in the drawing, turned over or not', () => {
    const drawn = box(-40, 70, 20, 10);
    for (const mirrored of [false, true]) {
      const [placed] = placeParts([
        part('a', drawn, firstPlace(area, { minX: -40, minY: 70, maxX: -20, maxY: 80 }, mirrored), mirrored),
      ]);
      expect(placed.bounds).toEqual({ minX: 13, minY: 17, maxX: 33, maxY: 27 });
    }
  });
});

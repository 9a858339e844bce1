import type { Polyline } from '../geometry';
import { boundsOf, polylineLength } from '../geometry';
import { PROCESS_NAMES } from '../recipes';
import { digitLines, digitsWidth, fillRows, hatchLines, trialShape, trialSize } from './index';

describe('a number as single lines', () => {
  it('stands where it is put, at its height, digit after digit', () => {
    const lines = digitLines(10, 4, { x: 100, y: 50 });
    expect(lines).toHaveLength(2);
    expect(boundsOf(lines.flatMap(({ points }) => points))).toEqual({ minX: 100, minY: 50, maxX: 105, maxY: 54 });
    expect(digitsWidth(10, 4)).toBe(5);
    expect(lines.every(({ closed }) => !closed)).toBe(true);
  });

  it('is another one for every digit', () => {
    expect(
      new Set([...Array(10).keys()].map((digit) => JSON.stringify(digitLines(digit, 4, { x: 0, y: 0 })))).size,
    ).toBe(10);
  });

  it.each([-1, 1.5, NaN])('is refused for %d', (number) => {
    expect(() => digitLines(number, 3, { x: 0, y: 0 })).toThrow('whole number from 0');
  });
});

describe('a hatch', () => {
  it('goes back and forth, half an interval from the edges', () => {
    const lines = hatchLines({ minX: 0, minY: 0, maxX: 10, maxY: 2 }, 0.5);
    expect(lines.map(({ points }) => points[0].y)).toEqual([0.25, 0.75, 1.25, 1.75]);
    expect(lines.map(({ points }) => points[0].x)).toEqual([0, 10, 0, 10]);
    expect(lines.reduce((sum, line) => sum + polylineLength(line), 0)).toBe(40);
    expect(() => hatchLines({ minX: 0, minY: 0, maxX: 1, maxY: 1 }, 0)).toThrow('above 0 mm');
  });
});

describe('a trial shape', () => {
  it.each(PROCESS_NAMES)('for %s lies within its room, with its number below', (process) => {
    const size = trialSize(process);
    const { contours, label } = trialShape(process, 12, { x: 30, y: 40 }, 0.5);
    const box = boundsOf([...contours, ...label].flatMap(({ points }) => points))!;
    expect(box.minX).toBeGreaterThanOrEqual(30);
    expect(box.minY).toBeGreaterThanOrEqual(40);
    expect(box.maxX).toBeLessThanOrEqual(30 + size.widthMm);
    expect(box.maxY).toBeLessThanOrEqual(40 + size.heightMm + 1e-9);
    expect(boundsOf(label.flatMap(({ points }) => points))!.minY).toBeGreaterThan(
      boundsOf(contours.flatMap(({ points }) => points))!.maxY,
    );
  });

  it('for what parts has a triangle to lift and narrow teeth, for an area a patch as dense as its interval', () => {
    expect(trialShape('kiss-cut', 1, { x: 0, y: 0 }).contours.map(({ points }) => points.length)).toEqual([3, 9, 4]);
    expect(trialShape('laser-area', 1, { x: 0, y: 0 }, 0.1).contours).toHaveLength(120);
    expect(trialShape('laser-area', 1, { x: 0, y: 0 }, 0.2).contours).toHaveLength(60);
  });
});

describe('rows that fill a shape', () => {
  const ring = (r: number): Polyline => ({
    closed: true,
    points: Array.from({ length: 240 }, (_, i) => ({
      x: 20 + r * Math.cos((i * Math.PI) / 120),
      y: 20 + r * Math.sin((i * Math.PI) / 120),
    })),
  });
  const covered = (contours: Polyline[], interval: number) =>
    fillRows(contours, interval).reduce((sum, { points: [a, b] }) => sum + Math.abs(b.x - a.x) * interval, 0);

  it('cover its area, holes left free', () => {
    expect(covered([ring(10)], 0.05) / (Math.PI * 100)).toBeCloseTo(1, 2);
    expect(covered([ring(10), ring(4)], 0.05) / (Math.PI * 84)).toBeCloseTo(1, 2);
  });

  it('go back and forth', () => {
    const [first, second] = fillRows([ring(10)], 1);
    expect(Math.sign(first.points[1].x - first.points[0].x)).toBe(1);
    expect(Math.sign(second.points[1].x - second.points[0].x)).toBe(-1);
  });

  it('count a corner that lies on a row once', () => {
    const kite: Polyline = {
      closed: true,
      points: [
        { x: 0, y: 0.5 },
        { x: 5, y: 0 },
        { x: 10, y: 0.5 },
        { x: 5, y: 1 },
      ],
    };
    expect(fillRows([kite], 1)).toEqual([
      {
        points: [
          { x: 0, y: 0.5 },
          { x: 10, y: 0.5 },
        ],
      },
    ]);
  });

  it('are none for no shape, and refuse an interval of 0', () => {
    expect(fillRows([], 1)).toEqual([]);
    expect(() => fillRows([ring(1)], 0)).toThrow('above 0 mm');
  });
});

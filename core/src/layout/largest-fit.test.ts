import { flatten, regionOf, type Region } from '../geometry';
import { circle } from '../measured';
import { largestFit } from './largest-fit';

const box = (x: number, y: number, width: number, height: number) => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];
const all = { minX: -1000, minY: -1000, maxX: 1000, maxY: 1000 };
const fit = (shape: Region, piece: Region, more = {}) =>
  largestFit({ shape, piece, reach: all, gapMm: 0, anyAngle: true, ...more })!;

describe('as large as fits', () => {
  const round: Region = [flatten(circle({ x: 3, y: 7 }, 5), 0.01).points];

  it('makes a round as large as a square, in its middle', () => {
    const { scale, middle } = fit(round, [box(10, 20, 80, 80)]);
    expect(scale).toBeCloseTo(8, 1);
    expect([middle.x, middle.y]).toEqual([expect.closeTo(50, 0), expect.closeTo(60, 0)]);
  });

  it('keeps a distance from the edge, and stays where the machine reaches', () => {
    expect(fit(round, [box(0, 0, 100, 100)], { gapMm: 10 }).scale).toBeCloseTo(8, 1);
    expect(fit(round, [box(0, 0, 100, 100)], { reach: { minX: 0, minY: 0, maxX: 50, maxY: 100 } }).scale).toBeCloseTo(
      5,
      1,
    );
  });

  it('goes beside a spot that was used', () => {
    const { scale, middle } = fit(round, [box(0, 0, 100, 50), box(0, 0, 50, 50)]);
    expect(scale).toBeCloseTo(5, 1);
    expect(middle.x).toBeGreaterThan(70);
  });

  it('turns a bar along the longest way of a square, or leaves it as it was drawn', () => {
    const bar: Region = [box(0, 0, 40, 2)];
    const square: Region = [box(0, 0, 100, 100)];
    expect(fit(bar, square, { anyAngle: false })).toMatchObject({ scale: expect.closeTo(2.5, 2), angle: 0 });
    // Across: (40 + 2) / √2 of it is as wide as the square.
    expect(fit(bar, square).scale).toBeGreaterThan(0.98 * ((100 * Math.SQRT2) / 42));
    expect(fit(bar, square).scale).toBeLessThanOrEqual(1.001 * ((100 * Math.SQRT2) / 42));
  });

  it('lies within an odd piece, wherever it is turned', () => {
    const trefoil = regionOf([circle({ x: 0, y: 0 }, 10), circle({ x: 12, y: 0 }, 10), circle({ x: 6, y: 10 }, 10)]);
    const odd: Region = [
      [
        { x: 0, y: 0 },
        { x: 230, y: 0 },
        { x: 230, y: 70 },
        { x: 140, y: 160 },
        { x: 0, y: 160 },
      ],
    ];
    const turned = fit(trefoil, odd);
    const still = fit(trefoil, odd, { anyAngle: false });
    expect(turned.scale).toBeGreaterThanOrEqual(still.scale - 0.01);
    expect(still.scale).toBeGreaterThan(4.5);
  });

  it('has nothing to say of a piece of which nothing is left', () => {
    expect(largestFit({ shape: round, piece: [box(0, 0, 10, 10)], reach: all, gapMm: 6, anyAngle: true })).toBeNull();
  });
});

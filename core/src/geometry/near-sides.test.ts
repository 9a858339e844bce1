import fc from 'fast-check';
import { isThinnerSomewhere, normalise, thinPlaces, type Point } from './index';

const box = (x: number, y: number, w: number, h: number): Point[] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];
const star = (spikes: number, outer: number, inner: number): Point[] =>
  Array.from({ length: spikes * 2 }, (_, i) => ({
    x: 50 + (i % 2 ? inner : outer) * Math.cos((i * Math.PI) / spikes),
    y: 50 + (i % 2 ? inner : outer) * Math.sin((i * Math.PI) / spikes),
  }));

describe('whether a shape may be thin somewhere', () => {
  it('is no for broad shapes, with bends and holes', () => {
    expect(isThinnerSomewhere([box(0, 0, 20, 20)], 1)).toBe(false);
    expect(isThinnerSomewhere([box(0, 0, 20, 20), box(5, 5, 10, 10)], 1)).toBe(false);
    const disc = Array.from({ length: 200 }, (_, i) => ({
      x: 10 * Math.cos((i * Math.PI) / 100),
      y: 10 * Math.sin((i * Math.PI) / 100),
    }));
    expect(isThinnerSomewhere([disc], 1)).toBe(false);
  });

  it('is yes for a bar, a thin wall, a neck, a spike and a speck', () => {
    expect(isThinnerSomewhere([box(0, 0, 0.5, 30)], 1)).toBe(true);
    expect(isThinnerSomewhere([box(0, 0, 20, 20), box(0.4, 5, 10, 10)], 1)).toBe(true);
    expect(isThinnerSomewhere([star(12, 40, 10)], 1)).toBe(true);
    expect(isThinnerSomewhere([box(0, 0, 0.6, 0.6)], 1)).toBe(true);
  });

  it('never says no where opening the shape finds a thin place', () => {
    const side = fc.integer({ min: 1, max: 60 });
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 100 }), fc.integer({ min: 0, max: 100 }), side, side), {
          minLength: 1,
          maxLength: 5,
        }),
        fc.integer({ min: 3, max: 14 }),
        (boxes, spikes) => {
          // Boxes laid over each other have necks, walls and steps of every width.
          const region = normalise([
            ...boxes.map(([x, y, w, h]) => box(x / 5, y / 5, w / 5, h / 5)),
            star(spikes, 9, 4).map(({ x, y }) => ({ x: x + 60, y })),
          ]);
          if (thinPlaces(region, 1).length > 0) expect(isThinnerSomewhere(region, 1)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
});

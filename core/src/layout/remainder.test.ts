import fc from 'fast-check';
import { boxAt } from '../../testing/job';
import { difference, intersection, regionArea, type Point } from '../geometry';
import { remaindersOf, straightAt } from './index';

const box = (x: number, y: number, width: number, height: number): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];
const part = (x: number, y: number, width: number, height = width) => ({
  contours: [boxAt(0, 0, width, height)],
  place: straightAt({ x, y }),
});

describe('what is left of a piece', () => {
  it('is all of it but what was cut from its edge', () => {
    // 100 mm along the feed, all across; 1.5 mm beyond are no good either.
    const [rest, ...more] = remaindersOf({ outline: box(0, 0, 300, 400), holes: [], parts: [part(0, 0, 300, 100)] });
    expect(more).toEqual([]);
    expect(rest.holes).toEqual([]);
    expect(rest.areaMm2).toBeCloseTo(300 * 298.5, -2);
    expect(Math.min(...rest.outline.map(({ y }) => y))).toBeCloseTo(101.5, 1);
  });

  it('has a used spot where something was taken out of its middle, and keeps those from before', () => {
    const [rest] = remaindersOf({
      outline: box(0, 0, 300, 200),
      holes: [box(200, 50, 40, 40)],
      parts: [part(50, 50, 60)],
    });
    expect(rest.holes).toHaveLength(2);
    expect(rest.holes.map((hole) => Math.round(regionArea([hole]) / 10)).sort((a, b) => a - b)).toEqual([
      160,
      expect.closeTo(63 ** 2 / 10, -1),
    ]);
  });

  it('is two pieces where it was cut through, and no strip that is too narrow to be used', () => {
    const rests = remaindersOf({
      outline: box(0, 0, 300, 100),
      holes: [],
      parts: [part(90, 0, 20, 100), part(290, 0, 2, 100)],
    });
    expect(rests.map(({ areaMm2 }) => Math.round(areaMm2 / 100))).toEqual([177, 88]);
    expect(Math.max(...rests[0].outline.map(({ x }) => x))).toBeCloseTo(288.5, 1);
    expect(remaindersOf({ outline: box(0, 0, 100, 100), holes: [], parts: [part(1, 1, 98)] })).toEqual([]);
  });

  it('never lies over what was used, nor over the edge', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 0, max: 160 }), fc.integer({ min: 0, max: 160 }), fc.integer({ min: 5, max: 80 })),
          {
            minLength: 1,
            maxLength: 6,
          },
        ),
        (boxes) => {
          const outline = box(0, 0, 200, 200);
          const rests = remaindersOf({ outline, holes: [], parts: boxes.map(([x, y, size]) => part(x, y, size)) });
          for (const { outline: ring, holes } of rests) {
            const region = difference(
              [ring],
              holes.map((hole) => [...hole].reverse()),
            );
            expect(regionArea(difference(region, [outline]))).toBeLessThan(0.5);
            for (const [x, y, size] of boxes)
              expect(regionArea(intersection(region, [box(x, y, size, size)]))).toBeLessThan(0.5);
          }
        },
      ),
      { numRuns: 40, seed: 1128 },
    );
  });
});

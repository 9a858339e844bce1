import fc from 'fast-check';
import { crossesItself } from './crosses-itself';
import {
  boundsOf,
  contourBounds,
  difference,
  flatten,
  holds,
  isInside,
  nestRings,
  normalise,
  offset,
  polylineLength,
  regionArea,
  signedArea,
  thinPlaces,
  transformContour,
  union,
  type CurveContour,
  type Point,
} from './index';

const box = (x: number, y: number, width: number, height: number): Point[] => [
  { x, y },
  { x: x + width, y },
  { x: x + width, y: y + height },
  { x, y: y + height },
];

/** A quarter circle of radius 100 as the usual cubic. */
const quarter: CurveContour = {
  closed: false,
  start: [100, 0],
  segments: [['C', 100, 55.22847498, 55.22847498, 100, 0, 100]],
};

describe('curves turned into straight pieces', () => {
  it('stay within the tolerance of the arc and take more pieces for a finer one', () => {
    const coarse = flatten(quarter, 0.5);
    const fine = flatten(quarter, 0.01);
    for (let i = 1; i < fine.points.length; i++) {
      const middle = {
        x: (fine.points[i - 1].x + fine.points[i].x) / 2,
        y: (fine.points[i - 1].y + fine.points[i].y) / 2,
      };
      expect(Math.abs(Math.hypot(middle.x, middle.y) - 100)).toBeLessThan(0.01 + 0.028);
    }
    expect(fine.points.length).toBeGreaterThan(coarse.points.length);
    expect(polylineLength(fine)).toBeCloseTo((Math.PI / 2) * 100, 1);
  });

  it('a straight line stays two points, and a closing point is not doubled', () => {
    const square: CurveContour = {
      closed: true,
      start: [0, 0],
      segments: [
        ['L', 10, 0],
        ['L', 10, 10],
        ['L', 0, 10],
        ['L', 0, 0],
      ],
    };
    expect(flatten(square, 0.1).points).toEqual(box(0, 0, 10, 10));
    expect(polylineLength(flatten(square, 0.1))).toBe(40);
  });

  it('refuse a tolerance of nothing', () => {
    expect(() => flatten(quarter, 0)).toThrow('more than 0 mm');
  });

  it('scale by an affine change exactly', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        fc.double({ min: -50, max: 50, noNaN: true }),
        (scale, shift) => {
          const moved = contourBounds([transformContour(quarter, [scale, 0, 0, scale, shift, 0])])!;
          expect(moved.minX).toBeCloseTo(shift, 6);
          expect(moved.maxX).toBeCloseTo(100 * scale + shift, 6);
        },
      ),
    );
  });
});

describe('areas', () => {
  it('are signed by direction and right for a box', () => {
    expect(signedArea(box(3, 4, 5, 6))).toBe(30);
    expect(signedArea(box(3, 4, 5, 6).reverse())).toBe(-30);
  });

  it('lose the hole', () => {
    expect(regionArea(normalise([box(0, 0, 10, 10), box(2, 2, 4, 4)]))).toBeCloseTo(84, 6);
  });

  it('of a union and of what is left add up', () => {
    fc.assert(
      fc.property(fc.integer({ min: -12, max: 12 }), fc.integer({ min: -12, max: 12 }), (x, y) => {
        const a = [box(0, 0, 10, 10)];
        const b = [box(x, y, 7, 5)];
        const together = regionArea(union([a, b]));
        const rest = regionArea(difference(a, b));
        expect(together).toBeCloseTo(rest + 35, 3);
      }),
    );
  });

  it('grow by an exact distance with round corners', () => {
    expect(regionArea(offset([box(0, 0, 10, 20)], 2))).toBeCloseTo(200 + 2 * 60 + Math.PI * 4, 1);
    expect(regionArea(offset([box(0, 0, 10, 20)], -2))).toBeCloseTo(6 * 16, 4);
  });
});

describe('what lies inside what', () => {
  it('finds the island in the hole of a ring, nearest first', () => {
    const rings = [box(4, 4, 2, 2), box(0, 0, 10, 10), box(2, 2, 6, 6), box(20, 0, 5, 5)];
    expect(nestRings(rings)).toEqual([[2, 1], [], [1], []]);
  });

  it('knows a point on the inside from one beside', () => {
    expect(isInside({ x: 1, y: 1 }, box(0, 0, 2, 2))).toBe(true);
    expect(isInside({ x: 3, y: 1 }, box(0, 0, 2, 2))).toBe(false);
  });

  it('rectangles hold what touches their edge', () => {
    expect(holds({ minX: 0, minY: 0, maxX: 10, maxY: 10 }, boundsOf(box(0, 0, 10, 10))!)).toBe(true);
    expect(holds({ minX: 0, minY: 0, maxX: 10, maxY: 10 }, boundsOf(box(1, 1, 9.1, 2))!)).toBe(false);
    expect(boundsOf([])).toBeNull();
  });
});

describe('places thinner than the material holds', () => {
  it('finds the thin neck between two plates and nothing else', () => {
    const dumbbell = union([[box(0, 0, 20, 20)], [box(20, 9.5, 15, 1)], [box(35, 0, 20, 20)]]);
    const places = thinPlaces(dumbbell, 2);
    expect(places).toHaveLength(1);
    expect(places[0].bounds.minX).toBeCloseTo(20, 0);
    expect(places[0].bounds.maxX).toBeCloseTo(35, 0);
    expect(places[0].areaMm2).toBeCloseTo(15, 0);
  });

  it('takes right corners for corners, and a needle tip for thin', () => {
    expect(thinPlaces([box(0, 0, 20, 20)], 2)).toEqual([]);
    const needle = normalise([
      [
        { x: 0, y: 0 },
        { x: 40, y: 4 },
        { x: 0, y: 8 },
      ],
    ]);
    expect(thinPlaces(needle, 2)).toHaveLength(1);
  });

  it('finds a whole dot that would vanish, however small', () => {
    const places = thinPlaces(normalise([box(0, 0, 20, 20), box(30, 0, 0.4, 0.4)]), 1);
    expect(places.map((p) => p.areaMm2)).toEqual([expect.closeTo(0.16, 3)]);
  });

  it('a bar is thin exactly below its own width', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.5, max: 5, noNaN: true }), (width) => {
        const bar = [box(0, 0, 40, width)];
        expect(thinPlaces(bar, width * 0.9)).toEqual([]);
        expect(thinPlaces(bar, width * 1.1)).toHaveLength(1);
      }),
    );
  });

  it('refuses a width of nothing', () => {
    expect(() => thinPlaces([box(0, 0, 1, 1)], 0)).toThrow('more than 0 mm');
  });
});

describe('a ring that crosses itself', () => {
  const ring = (...points: [number, number][]) => points.map(([x, y]) => ({ x, y }));

  it('is told from one that does not', () => {
    expect(crossesItself(ring([0, 0], [20, 20], [20, 0], [0, 20]))).toBe(true);
    expect(crossesItself(ring([0, 0], [20, 0], [20, 20], [0, 20]))).toBe(false);
    // A corner that touches a side.
    expect(crossesItself(ring([0, 0], [20, 0], [20, 20], [10, 0], [0, 20]))).toBe(true);
    expect(crossesItself(ring([0, 0], [20, 0], [20, 20], [10, 0.01], [0, 20]))).toBe(false);
  });

  it('is found wherever two of many corners change places', () => {
    const round = (i: number) => ({ x: 50 * Math.cos(i / 10), y: 50 * Math.sin(i / 10) });
    const even = Array.from({ length: 62 }, (_, i) => round(i));
    expect(crossesItself(even)).toBe(false);
    for (let i = 0; i < 58; i += 7) {
      const swapped = [...even];
      [swapped[i], swapped[i + 2]] = [swapped[i + 2], swapped[i]];
      expect(crossesItself(swapped)).toBe(true);
    }
  });
});

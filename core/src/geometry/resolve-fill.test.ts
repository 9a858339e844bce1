import fc from 'fast-check';
import {
  flatten,
  normalise,
  polylineLength,
  regionArea,
  regionOfRings,
  resolveFill,
  ringMeetings,
  union,
  type CurveContour,
  type FillRule,
  type Point,
  type Segment,
} from './index';

const ring = (...points: [number, number][]): CurveContour => ({
  closed: true,
  start: points[0],
  segments: points.slice(1).map(([x, y]): Segment => ['L', x, y]),
});
const box = (x: number, y: number, width: number, height: number) =>
  ring([x, y], [x + width, y], [x + width, y + height], [x, y + height]);
const K = 0.5522847498;
const circle = (cx: number, cy: number, r: number): CurveContour => ({
  closed: true,
  start: [cx + r, cy],
  segments: [
    ['C', cx + r, cy + K * r, cx + K * r, cy + r, cx, cy + r],
    ['C', cx - K * r, cy + r, cx - r, cy + K * r, cx - r, cy],
    ['C', cx - r, cy - K * r, cx - K * r, cy - r, cx, cy - r],
    ['C', cx + K * r, cy - r, cx + r, cy - K * r, cx + r, cy],
  ],
});
const points = (contours: readonly CurveContour[]) => contours.map((contour) => flatten(contour, 0.001).points);
const areaOf = (contours: readonly CurveContour[]) => regionArea(normalise(points(contours)));
const resolved = (contours: CurveContour[], rule: FillRule) => resolveFill(contours, rule)!.contours;

describe('the region of a filled shape', () => {
  it('is left as it was drawn where nothing meets', () => {
    expect(resolveFill([box(0, 0, 40, 40), circle(20, 20, 5)], 'evenodd')).toBeNull();
  });

  it('a bar across a square is one outline, and nothing is left inside', () => {
    const found = resolved([box(10, 10, 40, 40), box(40, 40, 50, 20)], 'nonzero');
    expect(found).toHaveLength(1);
    expect(areaOf(found)).toBeCloseTo(1600 + 1000 - 100, 3);
  });

  it('a bow-tie is two triangles', () => {
    const found = resolved([ring([10, 10], [90, 90], [10, 90], [90, 10])], 'nonzero');
    expect(found).toHaveLength(2);
    expect(areaOf(found)).toBeCloseTo(3200, 3);
  });

  it('two squares that overlap keep their hole under even-odd', () => {
    expect(areaOf(resolved([box(0, 0, 40, 40), box(20, 20, 40, 40)], 'evenodd'))).toBeCloseTo(2 * 1200, 3);
  });

  it('a line shared by two tiles goes away', () => {
    const found = resolved([box(0, 0, 10, 10), box(10, 0, 10, 10)], 'nonzero');
    expect(found).toHaveLength(1);
    expect(areaOf(found)).toBeCloseTo(200, 6);
  });

  it('keeps curves: whole ones untouched, crossed ones cut where they cross', () => {
    const [found] = resolved([circle(0, 0, 10), box(0, -3, 30, 6)], 'nonzero');
    const curves = found.segments.filter(([kind]) => kind === 'C');
    expect(curves).toHaveLength(4);
    // The two far quarters are those that were drawn.
    expect(curves).toContainEqual(circle(0, 0, 10).segments[1]);
    expect(curves).toContainEqual(circle(0, 0, 10).segments[2]);
    const crossing = Math.sqrt(100 - 9);
    const corners = found.segments.flatMap((segment) => [segment.slice(-2) as number[]]).concat([found.start]);
    expect(corners.some(([x, y]) => Math.abs(x - crossing) < 0.004 && Math.abs(y - 3) < 0.004)).toBe(true);
  });

  it('says of a contour that shows no edge whether it lies inside or on another', () => {
    const inside = resolveFill([box(0, 0, 40, 40), box(30, 30, 40, 40), box(5, 5, 10, 10)], 'nonzero')!;
    expect(inside).toMatchObject({ hidden: [2], empty: [] });
    expect(resolveFill([box(0, 0, 40, 40), box(0, 0, 40, 40)], 'evenodd')).toMatchObject({
      contours: [],
      hidden: [],
      empty: [0, 1],
    });
  });

  it('is plain where the drawing runs back over itself', () => {
    const drawn = ring([1, 48], [0, 48], [1, 48], [0, 0], [0, 48], [1, 0]);
    expect(areaOf(resolveFill([drawn], 'nonzero')!.contours)).toBeCloseTo(24, 6);
  });

  it('has the area that the clipping library gives, and meets nowhere, whatever was drawn', () => {
    const corner = fc.tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }));
    fc.assert(
      fc.property(
        fc.array(fc.array(corner, { minLength: 3, maxLength: 7 }), { minLength: 1, maxLength: 3 }),
        fc.constantFrom<FillRule>('nonzero', 'evenodd'),
        (drawn, rule) => {
          const contours = drawn.map((corners) => ring(...corners));
          const answer = resolveFill(contours, rule);
          if (!answer) return;
          const rings = points(contours);
          const expected = regionArea(rule === 'evenodd' ? normalise(rings) : union([rings]));
          // Each side may be as far off as the library rounds.
          const sidesMm = rings.reduce((sum, corners) => sum + polylineLength({ closed: true, points: corners }), 0);
          expect(Math.abs(areaOf(answer.contours) - expected)).toBeLessThan(0.02 + 3e-4 * sidesMm);
          // Corners may touch; sides never cross.
          expect(answer.contours.every((contour) => contour.closed && contour.segments.length >= 2)).toBe(true);
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('which rings meet', () => {
  const square = (x: number, y: number, side: number): Point[] => [
    { x, y },
    { x: x + side, y },
    { x: x + side, y: y + side },
    { x, y: y + side },
  ];

  it('crossing, touching and running along each other count; lying within does not', () => {
    expect(
      ringMeetings([square(0, 0, 10), square(5, 5, 10), square(20, 0, 5), square(25, 0, 5), square(2, 2, 1)]),
    ).toEqual([
      [0, 1],
      [2, 3],
    ]);
  });

  it('a ring that crosses itself meets itself', () => {
    expect(
      ringMeetings([
        [
          { x: 0, y: 0 },
          { x: 9, y: 9 },
          { x: 0, y: 9 },
          { x: 9, y: 0 },
        ],
      ]),
    ).toEqual([[0, 0]]);
  });
});

describe('the region of a part', () => {
  it('a star drawn in one line is full in the middle', () => {
    const corners = Array.from({ length: 5 }, (_, i) => ({
      x: 50 * Math.sin((4 * Math.PI * i) / 5),
      y: -50 * Math.cos((4 * Math.PI * i) / 5),
    }));
    const evenOdd = regionArea(normalise([corners]));
    expect(regionArea(regionOfRings([corners]))).toBeGreaterThan(evenOdd * 1.3);
  });

  it('a hole is empty, and what lies in the hole is full', () => {
    const at = (x: number, side: number) => [
      { x, y: x },
      { x: x + side, y: x },
      { x: x + side, y: x + side },
      { x, y: x + side },
    ];
    expect(regionArea(regionOfRings([at(0, 40), at(5, 30), at(10, 10)]))).toBeCloseTo(1600 - 900 + 100, 3);
  });
});

import fc from 'fast-check';
import { groups } from '../../../testing/dxf';
import { arcSegments, bulgeSegments, flatten, onEllipse } from '../../geometry';
import { groupsProblem } from './check-groups';
import { entityContours } from './entities';
import { splineContour } from './spline';
import { WeightedSpline } from './spline-handler';

const circle = (radius: number) => ({
  centre: [3, 4] as [number, number],
  u: [radius, 0] as [number, number],
  v: [0, radius] as [number, number],
});

describe('arcs as Béziers', () => {
  it('stay on their circle, whichever way they run', () => {
    const angle = fc.double({ min: -6, max: 6, noNaN: true });
    fc.assert(
      fc.property(angle, fc.double({ min: 0.01, max: 6.28, noNaN: true }), fc.boolean(), (from, size, isBack) => {
        const sweep = isBack ? -size : size;
        const contour = {
          closed: false,
          start: onEllipse(circle(10), from),
          segments: arcSegments(circle(10), from, sweep),
        };
        const points = flatten(contour, 0.001).points;
        for (const { x, y } of points) expect(Math.abs(Math.hypot(x - 3, y - 4) - 10)).toBeLessThan(1e-4);
        const [endX, endY] = onEllipse(circle(10), from + sweep);
        expect(points[points.length - 1].x).toBeCloseTo(endX, 6);
        expect(points[points.length - 1].y).toBeCloseTo(endY, 6);
      }),
      { numRuns: 60 },
    );
  });

  it('of a bulge end at the vertex itself, and bend the way the sign says', () => {
    const half = bulgeSegments([0, 0], [2, 0], 1);
    const points = flatten({ closed: false, start: [0, 0], segments: half }, 0.001).points;
    // Counter-clockwise from left to right runs below.
    expect(Math.min(...points.map(({ y }) => y))).toBeCloseTo(-1, 3);
    expect(half[half.length - 1].slice(-2)).toEqual([2, 0]);
    const other = flatten({ closed: false, start: [0, 0], segments: bulgeSegments([0, 0], [2, 0], -1) }, 0.001).points;
    expect(Math.max(...other.map(({ y }) => y))).toBeCloseTo(1, 3);
    expect(bulgeSegments([0, 0], [2, 0], 0)).toEqual([['L', 2, 0]]);
    expect(bulgeSegments([1, 1], [1, 1], 0.5)).toEqual([['L', 1, 1]]);
  });
});

describe('splines', () => {
  it('of degree 1 are their own points, of two spans pass where the knots meet', () => {
    expect(
      splineContour({
        degree: 1,
        knots: [0, 0, 1, 2, 2],
        points: [
          [0, 0],
          [5, 5],
          [9, 0],
        ],
      }),
    ).toEqual({
      closed: false,
      start: [0, 0],
      segments: [
        ['L', 5, 5],
        ['L', 9, 0],
      ],
    });
    const two = splineContour({
      degree: 2,
      knots: [0, 0, 0, 1, 2, 2, 2],
      points: [
        [0, 0],
        [2, 4],
        [6, 4],
        [8, 0],
      ],
    });
    expect(two.segments).toHaveLength(2);
    // Between two inner control points of a quadratic the spline passes their middle.
    expect(two.segments[0].slice(-2)).toEqual([4, 4]);
  });

  it('start at the first point and end at the last where their knots are clamped', () => {
    const number = fc.integer({ min: -50, max: 50 });
    fc.assert(
      fc.property(fc.array(fc.tuple(number, number), { minLength: 4, maxLength: 9 }), (points) => {
        const inner = Array.from({ length: points.length - 4 }, (_, i) => i + 1);
        const end = points.length - 3;
        const { start, segments } = splineContour({
          degree: 3,
          knots: [0, 0, 0, 0, ...inner, end, end, end, end],
          points,
        });
        expect(start).toEqual([expect.closeTo(points[0][0], 9), expect.closeTo(points[0][1], 9)]);
        const last = segments[segments.length - 1].slice(-2) as number[];
        expect(last[0]).toBeCloseTo(points[points.length - 1][0], 9);
        expect(last[1]).toBeCloseTo(points[points.length - 1][1], 9);
        expect(segments).toHaveLength(points.length - 3);
      }),
    );
  });

  it.each([
    [{ degree: 5, knots: [], points: [] }, 'degree 1 to 3'],
    [
      {
        degree: 3,
        knots: [0, 1],
        points: [
          [0, 0],
          [1, 1],
        ] as [number, number][],
      },
      'has 6 knots; 2 came',
    ],
    [
      {
        degree: 1,
        knots: [0, 2, 1, 3],
        points: [
          [0, 0],
          [1, 1],
        ] as [number, number][],
      },
      'never go back',
    ],
  ])('are refused in words', (spline, sentence) => {
    expect(() => splineContour(spline)).toThrow(sentence);
  });

  it('keep their weights on the way through the parser', () => {
    const all = [
      { code: 8, value: 'hull' },
      { code: 62, value: 3 },
      { code: 71, value: 2 },
      { code: 70, value: 1 },
      { code: 40, value: 0 },
      { code: 41, value: 0.5 },
      { code: 10, value: 7 },
      { code: 20, value: 9 },
      { code: 0, value: 'ENDSEC' },
    ];
    let at = 0;
    const scanner = { next: () => all[at++], isEOF: () => at >= all.length + 1 };
    expect(new WeightedSpline().parseEntity(scanner, { code: 0, value: 'SPLINE' })).toEqual({
      type: 'SPLINE',
      layer: 'hull',
      colorIndex: 3,
      color: 0x00ff00,
      degreeOfSplineCurve: 2,
      closed: true,
      knotValues: [0],
      weights: [0.5],
      controlPoints: [{ x: 7, y: 9 }],
    });
  });
});

describe('entities', () => {
  it('that are not read are told from those that draw nothing', () => {
    expect(entityContours({ type: 'DIMENSION' })).toBeNull();
    expect(entityContours({ type: 'LINE', vertices: [{ x: 0, y: 0 }] })).toEqual([]);
    expect(entityContours({ type: 'CIRCLE' })).toEqual([]);
  });

  it('of an arc that ends where it begins is a whole circle', () => {
    const [contour] = entityContours({ type: 'ARC', center: { x: 0, y: 0 }, radius: 5, startAngle: 1, endAngle: 1 })!;
    expect(contour.closed).toBe(true);
  });
});

describe('the groups of a DXF file', () => {
  const whole = groups([0, 'SECTION'], [2, 'ENTITIES'], [0, 'LINE'], [8, 'hull'], [0, 'ENDSEC'], [0, 'EOF']);

  it('are fine where everything that was begun is ended', () => {
    expect(groupsProblem(whole)).toBeNull();
    expect(groupsProblem(whole.replace(/\n/g, '\r\n'))).toBeNull();
  });

  it.each([
    ['a missing end', whole.slice(0, -6), 'it ends without its last line, EOF'],
    ['a section left open', groups([0, 'SECTION'], [2, 'ENTITIES'], [0, 'EOF']), 'a SECTION is never ended'],
    ['an end of nothing', groups([0, 'ENDTAB'], [0, 'EOF']), 'line 2 ends a TABLE that was not begun'],
    ['a line too many', `oops\n${whole}`, 'line 1 should be a group code, but is “oops”'],
    ['a code that there is not', groups([4000, 'x'], [0, 'EOF']), 'should be a group code'],
  ])('are told apart: %s', (_, source, problem) => {
    expect(groupsProblem(source)).toContain(problem);
  });
});

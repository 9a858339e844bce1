import { flatten, signedArea, type CurveContour, type Point } from '../geometry';
import { drawMeasured } from '../measured';
import { lineMeetings } from '../preflight/line-meetings';
import { operate, operationOf } from './index';

const WAYS = { parallel: 0, crossed: 1, following: 2, spiral: 3 };

const shape = (name: string, measures = {}): CurveContour[] =>
  drawMeasured({ shape: name, measures }).parts.flatMap(({ contours }) => contours);
const hatched = (lines: CurveContour[], measures: Record<string, number>): CurveContour[] =>
  operate(operationOf('hatch')!, [lines], { spacing: 0.5, inset: 0.1, ...measures });
const polylines = (lines: readonly CurveContour[]) => lines.map((contour) => flatten(contour, 0.005));

/** How much of a hatch is run twice, mm, by what looks for such lines before a job is run. */
const doubledMm = (lines: readonly CurveContour[]): number => {
  const part = { id: '1', name: 'hatched', contours: polylines(lines) };
  return lineMeetings([part] as unknown as Parameters<typeof lineMeetings>[0])
    .shared.filter(({ lengthMm }) => lengthMm >= 1)
    .reduce((sum, { lengthMm }) => sum + lengthMm, 0);
};

const lengthOf = (points: readonly Point[]): number =>
  points.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - points[i].x, y - points[i].y), 0);

describe('a hatch', () => {
  const square = shape('rectangle', { width: 20, height: 20 });
  const solids = {
    square,
    star: shape('star'),
    heart: shape('heart'),
    ring: shape('ring', { diameter: 30, inner: 12 }),
  };

  it.each(Object.entries(WAYS))(
    '%s runs no stretch twice, with its outline or without, however it is turned',
    (_, way) => {
      for (const lines of Object.values(solids))
        for (const angle of [0, 45, 30])
          for (const outline of [0, 1]) expect(doubledMm(hatched(lines, { way, angle, outline }))).toBe(0);
    },
  );

  it('fills what is inside its outline: as much line as the area asks for, none of it outside', () => {
    const strokes = polylines(hatched(square, { way: WAYS.parallel, angle: 45, outline: 1 }));
    const edge = strokes.at(-1)!;
    expect(Math.abs(signedArea(edge.points))).toBeCloseTo(19.8 * 19.8, 1);
    const along = strokes.slice(0, -1).reduce((sum, { points }) => sum + lengthOf(points), 0);
    // 19.3 mm squared at half a millimetre, and the links from row to row.
    expect(along).toBeGreaterThan(19.3 ** 2 / 0.5 - 20);
    expect(along).toBeLessThan(19.3 ** 2 / 0.5 + 80);
    for (const { points } of strokes)
      for (const { x, y } of points) expect(Math.min(x, y, 20 - x, 20 - y)).toBeGreaterThan(0.099);
  });

  it('says where it would be too long, and where there is nothing to fill', () => {
    expect(() => hatched(shape('rectangle', { width: 400, height: 400 }), { spacing: 0.05 })).toThrow(
      /space them wider/,
    );
    expect(() => hatched([{ closed: false, start: [0, 0], segments: [['L', 10, 0]] }], {})).toThrow(/it has none/);
  });
});

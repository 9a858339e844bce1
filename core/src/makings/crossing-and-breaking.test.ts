import { flatten, regionArea, regionOf, type CurveContour } from '../geometry';
import { circle } from '../measured';
import { boxAt } from '../../testing/job';
import { AS_A_PAIR, operate, operationOf } from './index';

const make = (name: string, sources: CurveContour[][], measures: Record<string, number> = {}) => {
  const operation = operationOf(name)!;
  const usual = Object.fromEntries(operation.measures.map((measure) => [measure.name, measure.usual]));
  return operate(operation, sources, { ...usual, ...measures });
};
const area = (lines: CurveContour[]) => regionArea(regionOf(lines));
const rounds = (radius: number, ...middles: [number, number][]) => middles.map(([x, y]) => circle({ x, y }, radius));
const openLine = (...points: [number, number][]): CurveContour => ({
  closed: false,
  start: points[0],
  segments: points.slice(1).map(([x, y]) => ['L', x, y]),
});

describe('joining what crosses in one part', () => {
  it('makes three overlapping rounds one outline, and keeps a hole in one of them', () => {
    const trefoil = rounds(10, [0, 0], [12, 0], [6, 10]);
    const eye = circle({ x: -6, y: 0 }, 1);
    const made = make('join-itself', [[...trefoil, eye]]);
    expect(made).toHaveLength(2);
    const both = make(
      'join',
      trefoil.map((one) => [one]),
    );
    expect(area(made)).toBeCloseTo(area(both) - area([eye]), 2);
  });

  it('puts a figure of eight right, whichever way its loops go round', () => {
    const eight = openLine([0, 0], [20, 20], [20, 0], [0, 20]);
    expect(area(make('join-itself', [[{ ...eight, closed: true }]]))).toBeCloseTo(200, 2);
  });

  it('refuses open lines with a sentence', () => {
    expect(() => make('join-itself', [[openLine([0, 0], [9, 9])]])).toThrow('it has no outline');
  });
});

describe('breaking a part', () => {
  const plate = [boxAt(0, 0, 40, 20), openLine([5, 10], [35, 10])];
  const halves = (name: string, sources: CurveContour[][], more = {}) =>
    [0, 1].map((side) => make(name, sources, { side, ...more }));
  const openLength = (lines: CurveContour[]) =>
    lines
      .filter(({ closed }) => !closed)
      .flatMap((line) => flatten(line, 0.01).points)
      .reduce(
        (sum, point, i, all) => (i % 2 ? sum + Math.hypot(point.x - all[i - 1].x, point.y - all[i - 1].y) : sum),
        0,
      );

  it('keeps the open lines within it on either side of a straight line', () => {
    const pieces = halves('half', [plate], { angle: 90 });
    expect(pieces.map(area)).toEqual([expect.closeTo(400, 2), expect.closeTo(400, 2)]);
    expect(pieces.map(openLength)).toEqual([expect.closeTo(15, 2), expect.closeTo(15, 2)]);
  });

  it('goes along any open line, drawn out at its ends, and along any shape', () => {
    const bent = [openLine([10, 5], [20, 15], [30, 5])];
    const along = halves('broken', [plate, bent]);
    expect(area(along[0]) + area(along[1])).toBeCloseTo(800, 1);
    expect(Math.min(...along.map(area))).toBeGreaterThan(100);
    const [inside, outside] = halves('broken', [plate, [circle({ x: 20, y: 10 }, 5)]]);
    expect(area(inside)).toBeCloseTo(Math.PI * 25, 0);
    expect(area(inside) + area(outside)).toBeCloseTo(800, 2);
    expect(openLength(inside)).toBeCloseTo(10, 1);
    expect(openLength(outside)).toBeCloseTo(20, 1);
  });

  it('refuses two lines at once', () => {
    expect(() => make('broken', [plate, [openLine([0, 0], [9, 9]), openLine([1, 0], [9, 4])]])).toThrow(
      'along one line',
    );
  });
});

describe('a mirrored pair', () => {
  it('leaves what is there as it is, and its mirror image beside it as the other part', () => {
    const drop = [boxAt(0, 0, 10, 20)];
    expect(make('mirrored', [drop], { own: AS_A_PAIR, gap: 2 })).toEqual(drop);
    const [image] = make('mirrored', [drop], { own: 1, gap: 2 });
    expect(image.start[0]).toBe(22);
  });
});

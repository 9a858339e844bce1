import { contourBounds, flatten, type CurveContour } from '../geometry';
import { coneOf, drawMeasured } from '../measured';
import { operate, operationOf } from './index';

const CUP = { how: 0, top: 85, bottom: 60, height: 110 };
const bend = (lines: CurveContour[], measures: Record<string, number> = CUP) =>
  operate(operationOf('cone')!, [lines], measures);
const shape = (name: string, measures: Record<string, number>) =>
  drawMeasured({ shape: name, measures }).parts.flatMap(({ contours }) => contours);
const lengthOf = (contour: CurveContour): number => {
  const { points } = flatten(contour, 0.001);
  return points.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - points[i].x, p.y - points[i].y), 0);
};
const line = (x0: number, y0: number, x1: number, y1: number): CurveContour => ({
  closed: false,
  start: [x0, y0],
  segments: [['L', x1, y1]],
});

describe('a tapered cup, unrolled', () => {
  it('has the slant, the radii and the angle of its ring', () => {
    const cone = coneOf(CUP);
    // Half the difference is 12.5: s = √(110² + 12.5²); R = 42.5 · s / 12.5.
    expect(cone.slant).toBeCloseTo(110.708, 3);
    expect(cone.radius).toBeCloseTo(376.407, 2);
    expect(cone.edges.map((mm) => Math.round(mm * 10) / 10)).toEqual([267, 188.5]);
    expect(coneOf({ how: 1, top: 85 * Math.PI, bottom: 60 * Math.PI, height: 110 }).radius).toBeCloseTo(cone.radius, 6);
  });

  it('has each edge as long as the cup is round there', () => {
    const { around, slant, edges } = coneOf(CUP);
    const upper = bend([line(-around / 2, 0, around / 2, 0), line(0, 0, 0, slant)])[0];
    expect(lengthOf(upper)).toBeCloseTo(edges[0], 1);
    const lower = bend([line(-around / 2, slant, around / 2, slant), line(0, 0, 0, slant)])[0];
    expect(lengthOf(lower)).toBeCloseTo(edges[1], 1);
  });

  it('has its two ends meet: the ways down at the seam are as far from the apex all along', () => {
    const { around, slant, radius } = coneOf(CUP);
    const [left, right] = bend([line(-around / 2, 0, -around / 2, slant), line(around / 2, 0, around / 2, slant)]);
    const apex = { x: 0, y: radius };
    for (const { points } of [left, right].map((c) => flatten(c, 0.001)))
      expect([points[0], points.at(-1)!].map(({ x, y }) => Math.hypot(x - apex.x, y - apex.y))).toEqual([
        expect.closeTo(radius, 2),
        expect.closeTo(radius - slant, 2),
      ]);
  });

  it('is bent the other way where it is wider below, and not at all where it is straight', () => {
    const wide = bend([line(-100, 0, 100, 0)], { ...CUP, top: 60, bottom: 85 })[0];
    expect(flatten(wide, 0.01).points[0].y).toBeLessThan(0);
    const same = [line(-50, 0, 50, 10)];
    expect(bend(same, { ...CUP, bottom: 85 })).toEqual(same);
  });

  it('keeps every line within five hundredths of where it is bent to', () => {
    const cone = coneOf(CUP);
    const [circle] = shape('circle', { diameter: 90 });
    const [made] = bend([circle]);
    const { points } = flatten(circle, 0.001);
    const edge = flatten(made, 0.001).points;
    for (const { x, y } of points.filter((_, i) => i % 7 === 0)) {
      const on = cone.bend(x - 45, y);
      const [px, py] = [on.x + 45, on.y];
      const near = Math.min(
        ...edge.map((a, i) => {
          const b = edge[(i + 1) % edge.length];
          const [dx, dy] = [b.x - a.x, b.y - a.y];
          const t = Math.max(0, Math.min(1, ((px - a.x) * dx + (py - a.y) * dy) / (dx * dx + dy * dy || 1)));
          return Math.hypot(px - a.x - t * dx, py - a.y - t * dy);
        }),
      );
      expect(near).toBeLessThan(0.05);
    }
  });

  it('says by how much it would miss, and refuses what would fold over itself or run off the wall', () => {
    const { tell } = operationOf('cone')!;
    expect(tell!([], CUP)).toContain(
      'Left straight it would miss by 78.5 mm at the seam. Once round it is 267 mm at its wide end',
    );
    expect(tell!([], { ...CUP, bottom: 85 })).toBeNull();
    expect(() => bend([line(0, 0, 300, 0)])).toThrow(
      'it is 300 mm wide, and once round the cup is 227.7 mm half way up',
    );
    expect(() => bend([line(0, 0, 10, 200)])).toThrow(
      'it reaches 200 mm down the wall, and the wall is 110.7 mm from edge to edge',
    );
  });
});

describe('a paper template of a cup', () => {
  /** Measured on the unrolled wall itself: its corners, its side, and the middle of its upper edge. */
  const cup = coneOf(CUP);
  const corner = (side: number, y: number) => cup.bend((side * cup.around) / 2, y);
  const chord = (y: number) => corner(1, y).x - corner(-1, y).x;
  const template = {
    how: 2,
    top: chord(0),
    bottom: chord(cup.slant),
    height: cup.slant,
    rise: corner(1, 0).y - cup.bend(0, 0).y,
  };

  it('says the same cup by its four measures as the cup does by its two rims', () => {
    const found = coneOf(template);
    expect(found.radius).toBeCloseTo(cup.radius, 6);
    expect(found.slant).toBeCloseTo(cup.slant, 6);
    expect(found.edges[0]).toBeCloseTo(cup.edges[0], 6);
    expect(found.edges[1]).toBeCloseTo(cup.edges[1], 6);
    expect(coneOf({ ...template, top: 200, bottom: 200, rise: 0 }).radius).toBe(Infinity);
  });

  it('is refused where its measures do not fit each other', () => {
    expect(() => coneOf({ ...template, rise: template.rise + 12 })).toThrow(
      /the upper edge rises by [\d.]+ mm; [\d.]+ mm came/,
    );
    expect(() => coneOf({ ...template, top: 900, bottom: 300, height: 100, rise: 0 })).toThrow('300 mm apart at most');
  });
});

describe('the blank of a cup wrap', () => {
  it('has the design bent to the same cup lie within it', () => {
    const wrap = contourBounds(shape('cup-wrap', { ...CUP, overlap: 0 }), 0.001)!;
    const cone = coneOf(CUP);
    const design = contourBounds(bend(shape('rectangle', { width: cone.around, height: cone.slant })), 0.001)!;
    expect([design.maxX - design.minX, design.maxY - design.minY]).toEqual([
      expect.closeTo(wrap.maxX - wrap.minX, 1),
      expect.closeTo(wrap.maxY - wrap.minY, 1),
    ]);
  });

  it('of a straight cup is a rectangle, longer by its overlap', () => {
    const box = contourBounds(shape('cup-wrap', { how: 1, top: 240, bottom: 240, height: 90, overlap: 8 }))!;
    expect([box.maxX - box.minX, box.maxY - box.minY]).toEqual([expect.closeTo(248, 6), expect.closeTo(90, 6)]);
  });

  it('is bent with others as one, each by itself: as they would lie if they were made together', () => {
    const all = [line(-60, 0, 20, 0), line(30, 12, 70, 12)];
    const together = bend(all, { ...CUP, down: 5 });
    const { asOneOf } = operationOf('cone')!;
    const box = contourBounds(all)!;
    const apart = all.flatMap((own) =>
      bend([own], asOneOf!(box, contourBounds([own])!, { ...CUP, down: 5, aside: 0 })),
    );
    for (const [i, made] of apart.entries())
      for (const [k, point] of flatten(made, 0.01).points.entries()) {
        const as = flatten(together[i], 0.01).points[k];
        expect(Math.hypot(point.x - as.x, point.y - as.y)).toBeLessThan(1e-6);
      }
  });
});

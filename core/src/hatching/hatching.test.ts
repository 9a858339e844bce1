import * as fc from 'fast-check';
import { flatten, offset, regionArea, regionOfRings, type Point, type Region } from '../geometry';
import { drawMeasured } from '../measured';
import { FILL_WAYS, fillLines, followingLines, scanLines, spiralLines, temperForWay } from './index';

const region = (name: string, measures = {}): Region =>
  regionOfRings(
    drawMeasured({ shape: name, measures })
      .parts.flatMap(({ contours }) => contours)
      .map((c) => flatten(c, 0.002).points),
  );
const square: Region = [
  [
    { x: 0, y: 0 },
    { x: 10, y: 0 },
    { x: 10, y: 10 },
    { x: 0, y: 10 },
  ],
];
const lengthOf = (lines: Point[][]): number =>
  lines.reduce(
    (sum, points) => sum + points.slice(1).reduce((n, p, i) => n + Math.hypot(p.x - points[i].x, p.y - points[i].y), 0),
    0,
  );

/** How far a place is outside a region, 0 where it is in it. */
function outside(point: Point, rings: Region): number {
  let isIn = false;
  let near = Infinity;
  for (const ring of rings)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [a, b] = [ring[j], ring[i]];
      if (a.y > point.y !== b.y > point.y && point.x < ((b.x - a.x) * (point.y - a.y)) / (b.y - a.y) + a.x)
        isIn = !isIn;
      const [dx, dy] = [b.x - a.x, b.y - a.y];
      const t = Math.max(0, Math.min(1, ((point.x - a.x) * dx + (point.y - a.y) * dy) / (dx * dx + dy * dy || 1)));
      near = Math.min(near, Math.hypot(point.x - a.x - t * dx, point.y - a.y - t * dy));
    }
  return isIn ? 0 : near;
}
/** Places all along some lines. */
const along = (lines: Point[][]): Point[] =>
  lines.flatMap((points) =>
    points.slice(1).flatMap((p, i) =>
      [0.1, 0.5, 0.9].map((t) => ({
        x: points[i].x + t * (p.x - points[i].x),
        y: points[i].y + t * (p.y - points[i].y),
      })),
    ),
  );

describe('parallel strokes', () => {
  it('fill a square evenly, in one go: there and back', () => {
    const lines = scanLines(square, 2, 0);
    expect(lines).toHaveLength(1);
    // Five strokes at 1, 3, 5, 7, 9 mm, and four links of 2 mm.
    expect([...new Set(lines[0].map(({ y }) => y))]).toEqual([1, 3, 5, 7, 9]);
    expect(lengthOf(lines)).toBeCloseTo(5 * 10 + 4 * 2, 9);
  });

  it('jump over a hole instead of crossing it', () => {
    const ring = region('ring', { diameter: 40, inner: 20 });
    const lines = scanLines(ring, 1, 0);
    expect(lines.length).toBeGreaterThan(1);
    expect(Math.max(...along(lines).map((p) => outside(p, ring)))).toBeLessThan(0.01);
    expect(lengthOf(lines)).toBeGreaterThan(regionArea(ring) * 0.97);
  });

  it('never leave the region by more than a hundredth, whatever it is, at whatever angle and spacing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('heart', 'star', 'tag', 'leaf', 'scalloped-ring', 'banner', 'border'),
        fc.integer({ min: -180, max: 180 }),
        fc.integer({ min: 3, max: 40 }),
        (name, angle, tenths) => {
          const shape = region(name);
          const lines = scanLines(shape, tenths / 10, angle);
          expect(Math.max(0, ...along(lines).map((p) => outside(p, shape)))).toBeLessThan(0.01);
          // As much of it is drawn over as there is: strokes times spacing is about its area.
          const links = lines.reduce((sum, points) => sum + Math.max(0, points.length / 2 - 1), 0) * 3 * (tenths / 10);
          const drawn = lengthOf(lines);
          expect(drawn).toBeGreaterThan((regionArea(shape) / (tenths / 10)) * 0.6 - 20);
          expect(drawn - links).toBeLessThan((regionArea(shape) / (tenths / 10)) * 1.4 + 20);
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('lines that follow the outline', () => {
  it('are as far from each other as is said, down to the middle', () => {
    const lines = followingLines(square, 2);
    expect(lines).toHaveLength(3);
    expect(lengthOf(lines)).toBeCloseTo(40 + 24 + 8, 2);
    for (const points of lines) expect(points.at(-1)).toEqual(points[0]);
  });
});

describe('a spiral', () => {
  it('stays in the region, and covers it at its spacing', () => {
    for (const name of ['circle', 'heart', 'ring']) {
      const shape = region(name);
      const lines = spiralLines(shape, 1);
      expect(Math.max(...along(lines).map((p) => outside(p, shape)))).toBeLessThan(0.01);
      expect(lengthOf(lines) / regionArea(shape)).toBeGreaterThan(0.93);
      expect(lengthOf(lines) / regionArea(shape)).toBeLessThan(1.07);
    }
    expect(spiralLines(shape0, 1)).toEqual([]);
  });
});
const shape0: Region = [];

describe('what is hatched within its edge', () => {
  it('keeps that far from it', () => {
    const heart = region('heart');
    const inner = offset(heart, -0.5);
    for (const p of along(scanLines(inner, 0.7, 30))) expect(outside(p, inner)).toBeLessThan(0.01);
  });
});

describe('an area that a beam goes over', () => {
  it.each(FILL_WAYS)('%s: lines lie in it, and cover it: as long as its area through their interval', (way) => {
    const star = region('star', { diameter: 60 });
    const lines = fillLines(star, way, 0.25);
    expect(lines.flat().filter((point) => outside(point, star) >= 0.01)).toEqual([]);
    expect(lengthOf(lines) / (regionArea(star) / 0.25)).toBeGreaterThan(0.97);
    expect(lengthOf(lines) / (regionArea(star) / 0.25)).toBeLessThan(1.08);
  });

  it.each(FILL_WAYS)('%s: needs an interval above 0', (way) => {
    expect(() => fillLines(square, way, 0)).toThrow('above 0 mm; 0 came');
    expect(() => fillLines(square, way, NaN)).toThrow(RangeError);
  });

  it('goes there and back, or always from the left', () => {
    const ends = (way: 'both-ways' | 'one-way') =>
      fillLines(square, way, 2).map((points) => Math.sign(points[points.length - 1].x - points[0].x));
    expect(ends('both-ways')).toEqual([1, -1, 1, -1, 1]);
    expect(ends('one-way')).toEqual([1, 1, 1, 1, 1]);
  });

  it('has its recipe’s temper where the lines are the same, and no more than straw where they are others', () => {
    expect(FILL_WAYS.map((way) => temperForWay('violet', way))).toEqual(['violet', 'violet', 'straw', 'straw']);
    expect(temperForWay('bare', 'hatch')).toBe('bare');
  });
});

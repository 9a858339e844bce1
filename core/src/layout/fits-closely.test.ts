import { rectangle } from '../measured/contours';
import type { CurveContour, Point } from '../geometry';
import { fitsClosely, type FitWish } from './index';

const sheet = (width: number, length: number): Point[] => [
  { x: 0, y: 0 },
  { x: width, y: 0 },
  { x: width, y: length },
  { x: 0, y: length },
];
const ell: CurveContour = {
  start: [0, 0],
  segments: [
    ['L', 60, 0],
    ['L', 60, 20],
    ['L', 20, 20],
    ['L', 20, 60],
    ['L', 0, 60],
    ['L', 0, 0],
  ],
  closed: true,
};
const wish = (over: Partial<FitWish>): FitWish => ({
  parts: [[ell]],
  outline: sheet(200, 200),
  holes: [],
  gapMm: 2,
  edgeMm: 0,
  turns: 'quarter',
  ...over,
});

describe('how often a piece fits on a sheet', () => {
  it('is by its true outline, not by its box: angles lie into each other', () => {
    // Nine boxes of 60 mm; a pair of angles takes far less than two boxes.
    expect(fitsClosely(wish({}))).toBeGreaterThan(9);
    expect(fitsClosely(wish({}))).toBe(fitsClosely(wish({})));
  });

  it('is what rows of boxes say for boxes, and keeps clear of used spots', () => {
    const box = [rectangle({ x: 0, y: 0 }, 46, 46)];
    expect(fitsClosely(wish({ parts: [box], turns: 'none' }))).toBe(16);
    const hole = sheet(200, 100);
    expect(fitsClosely(wish({ parts: [box], turns: 'none', holes: [hole] }))).toBeLessThanOrEqual(8);
    expect(fitsClosely(wish({ parts: [[rectangle({ x: 0, y: 0 }, 300, 10)]] }))).toBe(0);
  });

  it('counts a piece of several parts once, as they lie to each other', () => {
    const apart = [[rectangle({ x: 0, y: 0 }, 20, 20)], [rectangle({ x: 70, y: 0 }, 20, 20)]];
    const fits = fitsClosely(wish({ parts: apart, turns: 'none' }));
    expect(fits).toBeGreaterThanOrEqual(18);
    expect(fits).toBeLessThan(40);
  });
});

import fc from 'fast-check';
import type { Affine } from '../geometry';
import { toneCurve } from '../tuning';
import {
  burntCover,
  burntDarkness,
  dithered,
  greyOf,
  PICTURE_WAYS,
  pictureRows,
  powerOf,
  tonesOn,
  USUAL_PICTURE,
  type GreyPicture,
} from './index';

const flat = (light: number, width = 60, height = 40): GreyPicture => ({
  width,
  height,
  light: new Float32Array(width * height).fill(light),
});
const box = (x: number, y: number, w: number, h: number) => [
  [
    { x, y },
    { x: x + w, y },
    { x: x + w, y: y + h },
    { x, y: y + h },
  ],
];
const plain = { curve: null, power: 40 };
// A ladder that is far from straight, as wood is.
const curve = toneCurve([
  { value: 10, darkness: 0.06 },
  { value: 20, darkness: 0.35 },
  { value: 30, darkness: 0.62 },
  { value: 40, darkness: 0.78 },
]);
const ladder = { curve, power: 40 };
const perMm: Affine = [0.1, 0, 0, 0.1, 0, 0];

/** Mean darkness of what rows burn over an area, mm². */
function meanOf(
  light: number,
  way: (typeof PICTURE_WAYS)[number],
  use: typeof ladder | typeof plain,
  area = 24,
): number {
  const grid = tonesOn({ grey: flat(light), onto: perMm, clip: box(0, 0, 6, 4), wish: USUAL_PICTURE }, 0.05);
  let sum = 0;
  for (const { stretches } of pictureRows(grid, way, use))
    for (let i = 0; i < stretches.length; i += 3)
      sum += (stretches[i + 1] - stretches[i]) * 0.05 * burntDarkness(stretches[i + 2], use);
  return sum / area;
}

describe('the light of a picture', () => {
  it('is linear: half grey of a screen gives back a fifth of the light', () => {
    const pixel = (...data: number[]) => greyOf({ width: 1, height: 1, data }).light[0];
    expect(pixel(128, 128, 128, 255)).toBeCloseTo(0.2159, 3);
    expect(pixel(255, 255, 255, 255)).toBeCloseTo(1, 6);
    expect(pixel(0, 255, 0, 255)).toBeCloseTo(0.7152, 4);
    expect(pixel(0, 0, 0, 0)).toBe(1);
    expect(() => greyOf({ width: 2, height: 1, data: [0, 0, 0] })).toThrow('8 values');
  });
});

describe('tones on a sheet', () => {
  it('lie within the outline only, at the line interval', () => {
    const grid = tonesOn({ grey: flat(0), onto: perMm, clip: box(1, 1, 3, 2), wish: USUAL_PICTURE }, 0.1);
    expect([grid.columns, grid.rows]).toEqual([30, 20]);
    expect(grid.dark.every((value) => value === 1)).toBe(true);
    const triangle = [
      [
        { x: 0, y: 0 },
        { x: 6, y: 0 },
        { x: 0, y: 4 },
      ],
    ];
    const half = tonesOn({ grey: flat(0), onto: perMm, clip: triangle, wish: USUAL_PICTURE }, 0.05);
    expect(half.dark.reduce((sum, value) => sum + value, 0) * 0.05 ** 2).toBeCloseTo(12, 0);
  });

  it('are averaged over each place, turned and scaled as the picture lies', () => {
    const stripes: GreyPicture = {
      width: 40,
      height: 40,
      light: Float32Array.from({ length: 1600 }, (_, i) => (i % 2 ? 1 : 0)),
    };
    const grid = tonesOn({ grey: stripes, onto: perMm, clip: box(0.4, 0.4, 3, 3), wish: USUAL_PICTURE }, 0.2);
    expect(grid.dark.every((value) => Math.abs(value - 0.5) < 0.01)).toBe(true);
    const halves: GreyPicture = {
      width: 40,
      height: 40,
      light: Float32Array.from({ length: 1600 }, (_, i) => (i % 40 < 20 ? 0 : 1)),
    };
    // A quarter turn: the left half comes to lie above.
    const turned = tonesOn(
      { grey: halves, onto: [0, 0.1, -0.1, 0, 4, 0], clip: box(0, 0, 4, 4), wish: USUAL_PICTURE },
      0.2,
    );
    expect(turned.dark[0]).toBe(1);
    expect(turned.dark[turned.dark.length - 1]).toBe(0);
  });

  it('have more contrast, or are turned round, as it is asked for; and are refused where they would be far too many', () => {
    const at = (wish: Partial<typeof USUAL_PICTURE>) =>
      tonesOn({ grey: flat(0.4), onto: perMm, clip: box(0, 0, 1, 1), wish: { ...USUAL_PICTURE, ...wish } }, 0.5)
        .dark[0];
    expect(at({})).toBeCloseTo(0.6, 5);
    expect(at({ contrast: 2 })).toBeCloseTo(0.7, 5);
    expect(at({ isInverted: true })).toBeCloseTo(0.4, 5);
    expect(() => tonesOn({ grey: flat(0), onto: perMm, clip: box(0, 0, 400, 400), wish: USUAL_PICTURE }, 0.02)).toThrow(
      'million dots',
    );
    expect(() => tonesOn({ grey: flat(0), onto: perMm, clip: box(0, 0, 1, 1), wish: USUAL_PICTURE }, 0)).toThrow(
      'above 0 mm',
    );
  });
});

describe('shades', () => {
  it.each(PICTURE_WAYS.flatMap((way) => [0.1, 0.25, 0.5, 0.7].map((dark) => [way, dark] as const)))(
    '%s come out as dark as they should, with a ladder or without: %s',
    (way, dark) => {
      expect(Math.abs(meanOf(1 - dark, way, plain) / dark - 1)).toBeLessThan(0.05);
      expect(Math.abs(meanOf(1 - dark, way, ladder) / dark - 1)).toBeLessThan(0.05);
    },
  );

  it('stay bare where the picture is white, and are full where it is black', () => {
    for (const way of PICTURE_WAYS) {
      expect(meanOf(1, way, plain)).toBe(0);
      expect(meanOf(0, way, plain)).toBeCloseTo(1, 2);
    }
  });

  it('use the ladder: half as dark takes less than half the power where a material darkens late', () => {
    expect(powerOf(0.35, ladder)).toBeCloseTo(0.5, 6);
    expect(powerOf(0.01, ladder)).toBe(0);
    expect(powerOf(2, ladder)).toBe(1);
    expect(powerOf(0.35, plain)).toBeCloseTo(0.35, 6);
  });

  it('by dots hold the mean of any ramp', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (a, b) => {
        const cover = Float32Array.from({ length: 64 * 48 }, (_, i) => a + (b - a) * ((i % 64) / 63));
        const wanted = cover.reduce((sum, value) => sum + value, 0) / cover.length;
        for (const way of ['spread', 'spread wide', 'woven', 'halftone'] as const) {
          const dots = dithered(way, cover.slice(), 64, 48);
          expect(Math.abs(dots.reduce((sum, dot) => sum + dot, 0) / dots.length - wanted)).toBeLessThan(0.04);
        }
      }),
      { numRuns: 30 },
    );
  });

  it('leave bare rows out, and join dots that lie beside each other', () => {
    const light = Float32Array.from({ length: 60 * 40 }, (_, i) =>
      i >= 20 * 60 && i < 30 * 60 && i % 60 >= 10 && i % 60 < 20 ? 0 : 1,
    );
    const grid = tonesOn(
      { grey: { width: 60, height: 40, light }, onto: perMm, clip: box(0, 0, 6, 4), wish: USUAL_PICTURE },
      0.1,
    );
    const rows = [...pictureRows(grid, 'spread', plain)];
    expect(rows).toHaveLength(10);
    expect([...rows[0].stretches].map((value) => Number(value.toFixed(3)))).toEqual([1, 2, 1]);
  });
});

describe('a picture within an outline of many holes', () => {
  it('is bare in each of them, also in a row of a hundred', () => {
    const hole = (x: number) => [
      { x, y: 1 },
      { x: x + 1, y: 1 },
      { x: x + 1, y: 3 },
      { x, y: 3 },
    ];
    const holes = Array.from({ length: 100 }, (_, i) => hole(2 * i + 1));
    const outer = [
      { x: 0, y: 0 },
      { x: 202, y: 0 },
      { x: 202, y: 4 },
      { x: 0, y: 4 },
    ];
    const grey = { width: 1, height: 1, light: new Float32Array([0]) };
    const wish = { way: 'spread', contrast: 1, isInverted: false } as const;
    const grid = tonesOn({ grey, onto: [202, 0, 0, 4, 0, 0], clip: [outer, ...holes], wish }, 0.5);
    const row = Math.round((2.25 - grid.y) / 0.5);
    const burnt = Array.from(grid.dark.slice(row * grid.columns, (row + 1) * grid.columns)).filter((dark) => dark > 0);
    expect(burnt).toHaveLength(grid.columns - 200);
  });
});

describe('a tone ladder of dots', () => {
  const beam = { pitchMm: 0.1, spotMm: 0.15 };

  it('has gain: dots that are burnt wider than they are told come out darker, but not where all or nothing is', () => {
    expect(burntCover('spread', 0, beam)).toBe(0);
    expect(burntCover('spread', 1, beam)).toBe(1);
    for (const cover of [0.1, 0.3, 0.5]) expect(burntCover('spread', cover, beam)).toBeGreaterThan(cover * 1.2);
    expect(burntCover('halftone', 0.3, beam)).toBeLessThan(burntCover('spread', 0.3, beam));
  });

  it('makes a picture come out as dark as it was asked for, by the curve of its own way', () => {
    const covers = [10, 20, 35, 50, 65, 80, 100];
    const dots = toneCurve(covers.map((value) => ({ value, darkness: 0.9 * burntCover('spread', value / 100, beam) })));
    for (const asked of [0.2, 0.4, 0.6, 0.8]) {
      const grid = { x: 0, y: 0, pitchMm: 1, columns: 48, rows: 48, dark: new Float32Array(48 * 48).fill(asked) };
      const told = [...pictureRows(grid, 'spread', { curve: null, dots, power: 1 })].reduce((sum, { stretches }) => {
        let long = 0;
        for (let k = 0; k < stretches.length; k += 3) long += stretches[k + 1] - stretches[k];
        return sum + long;
      }, 0);
      expect(0.9 * burntCover('spread', told / 48 ** 2, beam)).toBeCloseTo(asked, 1);
    }
  });
});

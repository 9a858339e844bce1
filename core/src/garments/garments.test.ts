import fc from 'fast-check';
import { MEASURED_SHAPES } from '../measured';
import {
  cutList,
  drawnGarment,
  GARMENT_PLACES,
  GARMENT_SIZES,
  ownSize,
  placeOn,
  rulerFor,
  sizeOf,
  type GarmentMeasures,
  type GarmentSize,
} from './index';

const sizeOrNull = (measures: GarmentMeasures): GarmentSize | null => {
  try {
    return ownSize('own', measures);
  } catch {
    return null;
  }
};
const crest = { widthMm: 100, heightMm: 120 };

describe('where a crest goes on a shirt', () => {
  it('is centred, so far below the neckline, and as wide as half the chest', () => {
    const on = placeOn(sizeOf('M'), 'front', crest);
    expect(on).toMatchObject({ widthMm: 260, heightMm: 312, distanceMm: 70, asideMm: 0, from: 'below the neckline' });
    expect(on.middleMm).toBe(95 + 70 + 156);
    expect(on.toEdgeMm).toEqual({ left: 130, right: 130 });
  });

  it('lies at the wearer’s left, which is at the right as one stands before it', () => {
    const { asideMm, toEdgeMm } = placeOn(sizeOf('L'), 'left-breast', crest);
    expect(asideMm).toBeGreaterThan(0);
    expect(toEdgeMm.right).toBeLessThan(toEdgeMm.left);
  });

  it('grows with the size and stays on the garment, whatever its shape', () => {
    const side = fc.integer({ min: 1, max: 2000 });
    fc.assert(
      fc.property(side, side, fc.constantFrom(...GARMENT_PLACES), (widthMm, heightMm, place) => {
        for (const size of GARMENT_SIZES) {
          const on = placeOn(size, place, { widthMm, heightMm });
          const length = on.side === 'sleeve' ? size.sleeveLengthMm : size.lengthMm;
          expect(on.widthMm).toBeGreaterThan(0);
          expect(Math.min(on.toEdgeMm.left, on.toEdgeMm.right)).toBeGreaterThanOrEqual(0);
          expect(on.middleMm - on.heightMm / 2).toBeGreaterThanOrEqual(0);
          expect(on.middleMm + on.heightMm / 2).toBeLessThanOrEqual(length);
          expect(on.heightMm / on.widthMm).toBeCloseTo(heightMm / widthMm, 6);
        }
        const unisex = GARMENT_SIZES.filter(({ group }) => group === 'unisex').map(
          (size) => placeOn(size, place, { widthMm, heightMm }).widthMm,
        );
        expect([...unisex].sort((a, b) => a - b)).toEqual(unisex);
      }),
      { numRuns: 60 },
    );
  });

  it('goes by what was measured, and says what cannot be', () => {
    const { chestWidthMm: _c, group: _g, name: _n, ...rest } = sizeOf('M');
    expect(placeOn(ownSize('club vest', { ...rest, chestWidthMm: 480 }), 'front', crest).widthMm).toBe(240);
    expect(() => ownSize('odd', { ...rest, chestWidthMm: 150 })).toThrow('175 mm came');
    expect(() => ownSize('odd', { ...rest, chestWidthMm: 5 })).toThrow('chest, laid flat; 5 came');
    expect(() => sizeOf('XXXL')).toThrow('“XXXL” came');
  });
});

describe('a garment of whatever measures', () => {
  it('is refused, or has every design on it', () => {
    const mm = fc.integer({ min: 20, max: 2000 });
    const any = fc.record({
      chestWidthMm: mm,
      lengthMm: mm,
      neckWidthMm: mm,
      neckDropMm: mm,
      sleeveLengthMm: mm,
      sleeveWidthMm: mm,
    });
    fc.assert(
      fc.property(
        any,
        fc.constantFrom(...GARMENT_PLACES),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (one, place, ratio) => {
          const size = sizeOrNull(one)!;
          fc.pre(size !== null);
          const on = placeOn(size, place, { widthMm: 100, heightMm: 100 * ratio });
          const length = on.side === 'sleeve' ? size.sleeveLengthMm : size.lengthMm;
          expect(on.widthMm).toBeGreaterThan(0);
          expect(Math.min(on.toEdgeMm.left, on.toEdgeMm.right)).toBeGreaterThanOrEqual(0);
          expect(on.middleMm - on.heightMm / 2).toBeGreaterThanOrEqual(0);
          expect(on.middleMm + on.heightMm / 2).toBeLessThanOrEqual(length);
          expect(drawnGarment(size, on).d).not.toContain('NaN');
        },
      ),
      { numRuns: 100 },
    );
  });
});

describe('a garment as it is drawn', () => {
  it('has the design and its measure where they are, and an outline that never crosses itself', () => {
    const on = placeOn(sizeOf('M'), 'front', crest);
    const { design, measured } = drawnGarment(sizeOf('M'), on);
    expect(design).toMatchObject({ x: -130, y: 165, widthMm: 260 });
    expect([measured.y1, measured.y2]).toEqual([95, 95 + 70]);
    const hem = placeOn(sizeOf('M'), 'hem', crest);
    expect(drawnGarment(sizeOf('M'), hem).measured).toMatchObject({ y1: 720, y2: 720 - hem.distanceMm });
    const { chestWidthMm: _c, group: _g, name: _n, ...rest } = sizeOf('M');
    const vest = ownSize('vest', { ...rest, chestWidthMm: 480, sleeveLengthMm: 40 });
    for (const size of [...GARMENT_SIZES, vest]) {
      const { d } = drawnGarment(size, placeOn(size, 'front', crest));
      // The right half, from the neck to the hem: a curve is taken by its end.
      const right = [...d.matchAll(/L(-?[\d.]+) (-?[\d.]+)/g)].slice(0, 5).map(([, x, y]) => ({ x: +x, y: +y }));
      expect(right[2].x).toBeGreaterThan(size.chestWidthMm / 2);
      expect(right[2].y).toBeGreaterThan(right[1].y);
      expect(right[3]).toEqual({ x: size.chestWidthMm / 2, y: size.sleeveWidthMm + 30 });
    }
  });
});

describe('a whole set of sizes', () => {
  const counts = ['S', 'M', 'L'].map((name, i) => ({ size: sizeOf(name), count: [4, 8, 3][i] }));

  it('is cut in few widths, each as its smallest size bears', () => {
    const groups = cutList(counts, 'front', crest);
    expect(groups.reduce((sum, { count }) => sum + count, 0)).toBe(15);
    expect(groups.map(({ widthMm, sizes }) => [widthMm, sizes.map(({ name }) => name)])).toEqual([
      [245, ['S', 'M']],
      [280, ['L']],
    ]);
    const [{ sizes }] = groups;
    // The upper edge stays where it is, so far below the neckline.
    expect(sizes[1].on.middleMm - sizes[1].on.heightMm / 2).toBe(95 + 70);
    expect(() => cutList([{ size: sizeOf('M'), count: 0 }], 'front', crest)).toThrow('none came');
  });

  it('has a ruler for each size that the shelf can draw', () => {
    const shape = MEASURED_SHAPES.find(({ name }) => name === 'placement-ruler')!;
    for (const size of GARMENT_SIZES)
      for (const place of GARMENT_PLACES) {
        const drawn = shape.draw(rulerFor(size, placeOn(size, place, crest)));
        expect(drawn.parts.length).toBeGreaterThan(3);
      }
  });
});

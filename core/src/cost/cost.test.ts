import fc from 'fast-check';
import {
  cheaper,
  costOf,
  failureOf,
  NOTHING_SEEN,
  fitsOnSheet,
  handForecast,
  largestRemainder,
  priceTable,
  USUAL_RATES,
  type CostWish,
} from './index';

const trophy: CostWish = {
  stock: [
    {
      name: 'Cast acrylic',
      priceCents: 4000,
      per: 'm2',
      isBlank: false,
      usedMm2: 30_000,
      sheetMm2: 240_000,
      perSheet: 6,
    },
  ],
  tapeMm2: 0,
  inkMm2: 0,
  pressings: 0,
  machineSeconds: [{ machineId: 'tube', seconds: 360 }],
  toolLives: 0.001,
  handSeconds: 600,
  handSpread: 0.2,
  failureRate: 0.1,
  failureSpread: 0.05,
};
const rates = { ...USUAL_RATES, marginPercent: 50, packagingCents: 100, setUpMinutes: 0 };
const partOf = (cost: ReturnType<typeof costOf>, kind: string) => cost.parts.find((part) => part.kind === kind)!.cents;

describe('what is used up', () => {
  it('is tape and ink by area, and a cover sheet for each pressing', () => {
    const printed = { ...trophy, tapeMm2: 100_000, inkMm2: 50_000, pressings: 2 };
    const own = { ...rates, transferTapeCentsPerM2: 400, inkCentsPerM2: 600, coverCentsPerPressing: 5 };
    expect(partOf(costOf(printed, own, 10), 'consumables')).toBe(10 * (40 + 30 + 10));
  });
});

describe('between what a price lies', () => {
  const width = (over: Partial<CostWish>) => {
    const { lowCents, highCents } = costOf({ ...trophy, failureSpread: 0, ...over }, rates, 10);
    return highCents - lowCents;
  };

  it('follows from how unsure the hands are', () => {
    const hands = partOf(costOf({ ...trophy, failureRate: 0 }, rates, 10), 'hands');
    // Four in five lie within 1.2816 standard deviations; half of the price is margin.
    expect(width({ handSpread: 0.2 })).toBeCloseTo((2 * 1.2816 * hands * 0.2) / 0.5, -1);
    expect(width({ handSpread: 0.4 }) / width({ handSpread: 0.2 })).toBeCloseTo(2, 2);
    expect(width({ handSpread: 0 })).toBe(0);
  });

  it('and from how unsure it is how many fail', () => {
    expect(width({ handSpread: 0, failureSpread: 0.05 })).toBeGreaterThan(0);
    expect(width({ handSpread: 0.2, failureSpread: 0.05 })).toBeGreaterThan(width({ handSpread: 0.2 }));
  });
});

describe('how often a piece is made again', () => {
  it('is one in twenty for each step of which nothing was seen, and then what was seen', () => {
    expect(failureOf([NOTHING_SEEN]).rate).toBeCloseTo(0.05, 9);
    expect(failureOf([NOTHING_SEEN, NOTHING_SEEN]).rate).toBeCloseTo(1 - 0.95 ** 2, 9);
    expect(failureOf([{ rights: 94, wrongs: 0 }]).rate).toBeCloseTo(0.003, 9);
    expect(failureOf([{ rights: 0, wrongs: 4 }]).rate).toBeCloseTo(0.43, 9);
    expect(failureOf(Array.from({ length: 40 }, () => ({ rights: 0, wrongs: 9 }))).rate).toBe(0.9);
    expect(failureOf([NOTHING_SEEN]).spread).toBeGreaterThan(failureOf([{ rights: 94, wrongs: 0 }]).spread);
  });
});

describe('cents', () => {
  it('add up to the sum, whatever the shares', () => {
    expect(largestRemainder(100, [1, 1, 1])).toEqual([34, 33, 33]);
    // The cent that is left goes to the one that lost more of itself.
    expect(largestRemainder(3, [1.6, 1.4])).toEqual([2, 1]);
    expect(largestRemainder(3, [1.4, 1.6])).toEqual([1, 2]);
    expect(largestRemainder(5, [0, 0])).toEqual([5, 0]);
    expect(() => largestRemainder(1.5, [1])).toThrow('Whole cents were expected; 1.5 came');
    expect(() => largestRemainder(1, [-1])).toThrow('-1 came');
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e7 }),
        fc.array(fc.double({ min: 0, max: 1e6, noNaN: true }), { minLength: 1, maxLength: 20 }),
        (total, shares) => {
          const cents = largestRemainder(total, shares);
          expect(cents.reduce((a, b) => a + b, 0)).toBe(total);
          expect(cents.every((each) => Number.isInteger(each) && each >= 0)).toBe(true);
        },
      ),
    );
  });
});

describe('what a trophy costs', () => {
  it('has its parts by hand: a sheet, six minutes of the tube, ten of hands, a tenth made again, half of the price as margin', () => {
    const cost = costOf(trophy, rates, 1);
    // 0.24 m² at 40 a square metre; 300 and 2400 an hour; a thousandth of a tool.
    const made = 960 + 30 + 400 + 0.9;
    expect(partOf(cost, 'material')).toBe(960);
    expect(partOf(cost, 'machine')).toBe(30);
    expect(partOf(cost, 'hands')).toBe(400);
    expect(cost.costCents).toBeCloseTo(made / 0.9 + 100, -0.5);
    expect(cost.priceCents).toBe(Math.round(2 * (made / 0.9 + 100)));
    expect(cost.parts.reduce((sum, { cents }) => sum + cents, 0)).toBe(cost.priceCents);
    expect(cost.lowCents).toBeLessThan(cost.priceCents);
    expect(cost.highCents).toBeGreaterThan(cost.priceCents);
  });

  it('steps up where one more sheet is needed', () => {
    const [six, seven] = priceTable(trophy, rates, [6, 7]);
    expect([six.sheets[0].sheets, seven.sheets[0].sheets]).toEqual([1, 2]);
    expect(partOf(seven, 'material')).toBe(2 * partOf(six, 'material'));
    const shared = { ...rates, wholeSheets: false };
    expect(partOf(costOf(trophy, shared, 7), 'material')).toBe(840);
  });

  it('names another piece of the same stock of which less is left over', () => {
    const [use] = trophy.stock;
    const others = [
      { name: 'a small offcut', sheetMm2: 40_000, perSheet: 1 },
      { name: 'a whole board', sheetMm2: 2_000_000, perSheet: 50 },
    ];
    const ways = cheaper({ ...trophy, stock: [{ ...use, others }] }, rates, 1);
    expect(ways.find(({ how }) => how === 'other-piece')).toMatchObject({
      of: 'Cast acrylic',
      piece: 'a small offcut',
    });
    const byPiece = cheaper({ ...trophy, stock: [{ ...use, per: 'piece', others }] }, rates, 7);
    expect(byPiece.some(({ how }) => how === 'other-piece')).toBe(false);
    const filled = cheaper({ ...trophy, stock: [{ ...use, others: others.slice(1) }] }, rates, 6);
    expect(filled.some(({ how }) => how === 'other-piece')).toBe(false);
  });

  it('says what would make it cheaper, the most first', () => {
    const ways = cheaper(trophy, rates, 7);
    expect(ways[0].savedCents).toBeGreaterThanOrEqual(ways.at(-1)!.savedCents);
    expect(ways.find(({ how }) => how === 'fill-the-sheet')).toMatchObject({ of: 'Cast acrylic', pieces: 12 });
    // Seven on a sheet would need but one.
    expect(ways.some(({ how }) => how === 'nest-closer')).toBe(true);
  });

  it('says why there is no price, where all of it is margin', () => {
    expect(() => costOf(trophy, { ...rates, marginPercent: 100 }, 1)).toThrow('100 % came: nothing would be left');
    expect(() => costOf(trophy, rates, 0)).toThrow('At least one piece was expected; 0 came.');
  });

  it('is exact to the cent for any batch', () => {
    const cents = fc.integer({ min: 0, max: 20_000 });
    fc.assert(
      fc.property(
        cents,
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 30 }),
        fc.boolean(),
        (handCentsPerHour, pieces, marginPercent, feePercent, wholeSheets) => {
          const cost = costOf(trophy, { ...rates, handCentsPerHour, marginPercent, feePercent, wholeSheets }, pieces);
          expect(cost.parts.reduce((sum, part) => sum + part.cents, 0)).toBe(cost.priceCents);
          expect(cost.costCents).toBeLessThanOrEqual(cost.priceCents);
        },
      ),
    );
  });
});

describe('how many lie on a sheet', () => {
  it('counts rows both ways', () => {
    expect(fitsOnSheet({ widthMm: 90, heightMm: 40 }, { widthMm: 300, lengthMm: 300 }, 5)).toBe(18);
    expect(fitsOnSheet({ widthMm: 301, heightMm: 10 }, { widthMm: 300, lengthMm: 300 }, 0)).toBe(0);
    expect(fitsOnSheet({ widthMm: 200, heightMm: 90 }, { widthMm: 100, lengthMm: 400 }, 5)).toBe(1);
  });
});

describe('the time of hands', () => {
  const work = { contourMm: 4000, smallPieces: 6, pieces: 1 };

  it('is what is usual before anything was timed, and as unsure', () => {
    expect(handForecast([], work)).toEqual({ seconds: 4 * 28 + 54 + 20, spread: 0.4, known: 0 });
    expect(() => handForecast([], { contourMm: 0, smallPieces: 0, pieces: 0 })).toThrow('none came');
  });

  it('weighs what is near alike: a mean, drawn a little to what is usual', () => {
    const seconds = [186, 186, 186, 186 * Math.exp(0.05)];
    const told = seconds.map((each) => ({ seconds: each, ...work }));
    // Four times, and what is usual counts as one and a half of them.
    expect(handForecast(told, work).seconds).toBeCloseTo(186 * Math.exp(0.05 / 5.5), 6);
  });

  it('follows a slow hand, and one interrupted evening does not spoil it', () => {
    const slow = Array.from({ length: 12 }, () => ({ seconds: 2 * 186, ...work }));
    const spoilt = [...slow, { seconds: 40 * 186, ...work }];
    const [without, with_] = [handForecast(slow, work), handForecast(spoilt, work)];
    expect(without.seconds).toBeGreaterThan(1.6 * 186);
    expect(with_.seconds / without.seconds).toBeLessThan(1.1);
    expect(without.spread).toBeLessThan(0.2);
  });
});

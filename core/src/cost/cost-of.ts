import { largestRemainder } from './largest-remainder';
import { ratesProblem, type Rates } from './rates';

export const COST_KINDS = [
  'material',
  'blank',
  'consumables',
  'machine',
  'tools',
  'hands',
  'failures',
  'packaging',
  'fee',
  'margin',
] as const;
export type CostKind = (typeof COST_KINDS)[number];

/** Stock that a piece is made of. */
export interface StockUse {
  name: string;
  /** Of a whole sheet, or of a square metre. */
  priceCents: number | null;
  per: 'piece' | 'm2';
  /** A blank is used up whole for each piece. */
  isBlank: boolean;
  /** What of a sheet one piece takes, with its waste, mm²; and how many of them lie on a sheet of so many mm². */
  usedMm2: number;
  sheetMm2: number;
  perSheet: number;
  /** Other pieces of the same material that it could be made of, and how many lie on one. */
  others?: readonly { name: string; sheetMm2: number; perSheet: number }[];
}

/** What one piece takes to make. */
export interface CostWish {
  stock: readonly StockUse[];
  /** Transfer tape and the like, mm². */
  tapeMm2: number;
  /** What is printed, mm². */
  inkMm2: number;
  pressings: number;
  machineSeconds: readonly { machineId: string; seconds: number }[];
  /** Shares of a tool's life. */
  toolLives: number;
  handSeconds: number;
  /** As a share of the hand time. */
  handSpread: number;
  /** How often one has to be made again, from 0 to below 1; and how unsure that is. */
  failureRate: number;
  failureSpread: number;
}

/** What a batch costs, part by part; the parts add up to the price to the cent. */
export interface Cost {
  pieces: number;
  parts: { kind: CostKind; cents: number }[];
  costCents: number;
  priceCents: number;
  /** Where the price lies, four times in five. */
  lowCents: number;
  highCents: number;
  /** Whole sheets that are begun, for each stock. */
  sheets: { name: string; sheets: number; perSheet: number }[];
}

/** Four of five lie within this many standard deviations. */
const FOUR_IN_FIVE = 1.2816;
const MM2_PER_M2 = 1_000_000;

/**
 * What a batch costs, and its price. Failures are made again with all that goes into them. Margin and fee are shares of the price.
 * @throws RangeError with a sentence, where no price can come of it
 */
export function costOf(wish: CostWish, rates: Rates, pieces: number): Cost {
  if (!Number.isInteger(pieces) || pieces < 1) throw new RangeError(`At least one piece was expected; ${pieces} came.`);
  const problem = ratesProblem(rates);
  if (problem) throw new RangeError(problem);
  const sheets = wish.stock.map((use) => ({ use, sheets: sheetsFor(use, pieces) }));
  const stockCents = (isBlank: boolean) =>
    sheets
      .filter(({ use }) => use.isBlank === isBlank)
      .reduce((sum, { use, sheets: count }) => sum + centsOf(use, count, pieces, rates), 0);
  const hourly = (seconds: number, cents: number) => (seconds / 3600) * cents * pieces;
  const own: [CostKind, number][] = [
    ['material', stockCents(false)],
    ['blank', stockCents(true)],
    [
      'consumables',
      pieces *
        ((wish.tapeMm2 / MM2_PER_M2) * rates.transferTapeCentsPerM2 +
          (wish.inkMm2 / MM2_PER_M2) * rates.inkCentsPerM2 +
          wish.pressings * rates.coverCentsPerPressing),
    ],
    [
      'machine',
      wish.machineSeconds.reduce(
        (sum, { machineId, seconds }) => sum + hourly(seconds, rates.machines[machineId] ?? rates.machineCentsPerHour),
        0,
      ),
    ],
    ['tools', pieces * wish.toolLives * rates.toolCents],
    ['hands', hourly(wish.handSeconds, rates.handCentsPerHour) + (rates.setUpMinutes / 60) * rates.handCentsPerHour],
  ];
  const made = own.reduce((sum, [, cents]) => sum + cents, 0);
  const again = wish.failureRate / (1 - wish.failureRate);
  const costs: [CostKind, number][] = [
    ...own,
    ['failures', made * again],
    ['packaging', pieces * rates.packagingCents],
  ];
  const cost = costs.reduce((sum, [, cents]) => sum + cents, 0);
  const priceOf = (cents: number) => cents / (1 - (rates.marginPercent + rates.feePercent) / 100);
  const price = priceOf(cost);
  const priceCents = Math.ceil(price / pieces - 1e-9) * pieces;
  const all: [CostKind, number][] = [
    ...costs,
    ['fee', (price * rates.feePercent) / 100],
    // A piece costs whole cents, so that what one costs and what all cost agree; what that adds is margin.
    ['margin', (price * rates.marginPercent) / 100 + (priceCents - price)],
  ];
  const cents = largestRemainder(
    priceCents,
    all.map(([, value]) => value),
  );
  const hands = own.find(([kind]) => kind === 'hands')![1];
  const unsure = Math.hypot(hands * wish.handSpread, (made * wish.failureSpread) / (1 - wish.failureRate));
  return {
    pieces,
    parts: all.map(([kind], i) => ({ kind, cents: cents[i] })),
    costCents: all.reduce((sum, [kind], i) => sum + (kind === 'fee' || kind === 'margin' ? 0 : cents[i]), 0),
    priceCents,
    lowCents: Math.max(0, Math.round(priceOf(Math.max(0, cost - FOUR_IN_FIVE * unsure)))),
    highCents: Math.round(priceOf(cost + FOUR_IN_FIVE * unsure)),
    sheets: sheets
      .filter(({ use }) => !use.isBlank)
      .map(({ use, sheets: count }) => ({ name: use.name, sheets: count, perSheet: use.perSheet })),
  };
}

const sheetsFor = ({ perSheet, isBlank }: StockUse, pieces: number): number =>
  isBlank ? pieces : Math.ceil(pieces / Math.max(1, perSheet));

/** What stock costs for a batch: whole sheets where they are paid whole, else what is used of them with its waste. */
function centsOf(use: StockUse, sheets: number, pieces: number, { wholeSheets }: Rates): number {
  if (use.priceCents === null) return 0;
  const sheetCents = use.per === 'piece' ? use.priceCents : (use.sheetMm2 / MM2_PER_M2) * use.priceCents;
  if (use.isBlank) return pieces * sheetCents;
  return wholeSheets ? sheets * sheetCents : (pieces * use.usedMm2 * sheetCents) / use.sheetMm2;
}

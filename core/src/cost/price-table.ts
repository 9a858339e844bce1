import { costOf, type Cost, type CostWish, type StockUse } from './cost-of';
import type { Rates } from './rates';

export const USUAL_COUNTS = [1, 5, 10, 50] as const;

/** What several numbers of pieces cost. @throws RangeError as {@link costOf} does */
export const priceTable = (wish: CostWish, rates: Rates, counts: readonly number[] = USUAL_COUNTS): Cost[] =>
  counts.map((count) => costOf(wish, rates, count));

/** What would make a piece cheaper, and by how much a piece. */
export interface Cheaper {
  how: 'fill-the-sheet' | 'share-of-a-sheet' | 'other-piece' | 'nest-closer' | 'one-colour-less';
  /** Of which stock; null where it is of none. */
  of: string | null;
  /** The piece to take instead. */
  piece?: string;
  /** How many pieces that is for. */
  pieces: number;
  savedCents: number;
}

/** What would make a batch cheaper, the most first: sheets filled up, nested closer, only a share of them paid, another piece, a colour less. */
export function cheaper(wish: CostWish, rates: Rates, pieces: number): Cheaper[] {
  const each = (other: CostWish, with_: Rates, count: number) => costOf(other, with_, count).priceCents / count;
  const now = each(wish, rates, pieces);
  const found: Cheaper[] = [];
  const add = (how: Cheaper['how'], of: string | null, count: number, price: number, piece?: string) => {
    const savedCents = Math.round(now - price);
    if (savedCents > 0) found.push({ how, of, pieces: count, savedCents, ...(piece ? { piece } : {}) });
  };
  const sheets = wish.stock.filter(({ isBlank }) => !isBlank);
  if (rates.wholeSheets) {
    for (const { perSheet, name } of sheets) {
      const full = Math.ceil(pieces / Math.max(1, perSheet)) * Math.max(1, perSheet);
      if (full > pieces) add('fill-the-sheet', name, full, each(wish, rates, full));
    }
    add('share-of-a-sheet', null, pieces, each(wish, { ...rates, wholeSheets: false }, pieces));
  }
  for (const use of sheets) {
    const instead = (other: StockUse) =>
      each({ ...wish, stock: wish.stock.map((one) => (one === use ? other : one)) }, rates, pieces);
    const others = (use.per === 'm2' ? (use.others ?? []) : []).map(({ name, sheetMm2, perSheet }) => ({
      name,
      price: instead({ ...use, sheetMm2, perSheet, usedMm2: sheetMm2 / perSheet }),
    }));
    // The best of them is enough to know.
    const best = others.sort((a, b) => a.price - b.price).at(0);
    if (best) add('other-piece', use.name, pieces, best.price, best.name);
    const closer = { ...use, perSheet: use.perSheet + 1, usedMm2: use.sheetMm2 / (use.perSheet + 1) };
    add('nest-closer', use.name, pieces, instead(closer));
    if (sheets.length > 1)
      add(
        'one-colour-less',
        use.name,
        pieces,
        each({ ...wish, stock: wish.stock.filter((other) => other !== use) }, rates, pieces),
      );
  }
  return found.sort((a, b) => b.savedCents - a.savedCents);
}

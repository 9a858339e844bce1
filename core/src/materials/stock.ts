export const STOCK_KINDS = ['sheet', 'roll', 'blank', 'offcut'] as const;
export type StockKind = (typeof STOCK_KINDS)[number];

/** How much there is of a piece: rolls by their length, everything else by the piece. */
export interface StockAmount {
  kind: StockKind;
  lengthMm: number;
  count: number;
}

/**
 * What is left of a piece after a run. A roll is shortened by the length that was used along the feed, a blank, sheet
 * or offcut is one fewer; nothing goes below none.
 * @param usedLengthMm how far along the feed the parts reached, from the end of the roll
 */
export function drawDown(
  { kind, lengthMm, count }: StockAmount,
  usedLengthMm: number,
): { lengthMm: number; count: number } {
  if (kind === 'roll') {
    const left = Math.max(0, lengthMm - Math.max(0, usedLengthMm));
    return { lengthMm: Number(left.toFixed(3)), count: left > 0 ? count : 0 };
  }
  return { lengthMm, count: Math.max(0, count - 1) };
}

/** How many blanks of one material a job has pressed onto, and how many it has had on its other machines. */
export interface UsedBlanks {
  pressed: number;
  run: number;
}

/**
 * Whether the last blank that was pressed onto, or run, is one more that is used up. A job dyes a plate and engraves the same
 * plate: what the one has taken off the stock the other does not take again.
 * @param last what was just done, already counted
 */
export function isAnotherBlank(last: keyof UsedBlanks, used: UsedBlanks): boolean {
  return used[last] > used[last === 'pressed' ? 'run' : 'pressed'];
}

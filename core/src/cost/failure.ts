/** What was seen of a recipe: how often it came out right, and how often not. */
export interface Seen {
  rights: number;
  wrongs: number;
}

export const NOTHING_SEEN: Seen = { rights: 0, wrongs: 0 };

/** Before anything was seen, one in twenty goes wrong; that counts as much as six times seen. */
const PRIOR_WRONGS = 0.3;
const PRIOR_SEEN = 6;

/**
 * How often a piece has to be made again, by what was seen of the recipes of all its steps (a rule of succession after Laplace), and
 * how unsure that is.
 * @example failureOf([{ rights: 0, wrongs: 0 }]).rate // 0.05
 */
export function failureOf(steps: readonly Seen[]): { rate: number; spread: number } {
  let right = 1;
  let variance = 0;
  for (const { rights, wrongs } of steps) {
    const rate = (wrongs + PRIOR_WRONGS) / (rights + wrongs + PRIOR_SEEN);
    right *= 1 - rate;
    variance += (rate * (1 - rate)) / (rights + wrongs + PRIOR_SEEN + 1);
  }
  return { rate: Math.min(0.9, 1 - right), spread: Math.sqrt(variance) };
}

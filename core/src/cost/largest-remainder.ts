/**
 * Whole cents for shares of a sum, so that they add up to it exactly: each rounded down, and what is left given to those that lost
 * most (Hamilton's method).
 * @param total whole cents
 * @param shares not below 0; all 0 gives all to the first
 * @throws RangeError where the total is no whole number, or a share is below 0
 * @example largestRemainder(100, [1, 1, 1]) // [34, 33, 33]
 */
export function largestRemainder(total: number, shares: readonly number[]): number[] {
  if (!Number.isInteger(total)) throw new RangeError(`Whole cents were expected; ${total} came.`);
  const bad = shares.find((share) => !(share >= 0));
  if (bad !== undefined) throw new RangeError(`Shares of 0 or more were expected; ${bad} came.`);
  if (shares.length === 0) return [];
  const sum = shares.reduce((a, b) => a + b, 0);
  const exact = shares.map((share, i) => (sum === 0 ? (i === 0 ? total : 0) : (total * share) / sum));
  const cents = exact.map(Math.floor);
  const byLoss = exact
    .map((value, i) => ({ i, loss: value - Math.floor(value) }))
    .sort((a, b) => b.loss - a.loss || a.i - b.i);
  const missing = total - cents.reduce((a, b) => a + b, 0);
  for (let k = 0; k < missing; k++) cents[byLoss[k % byLoss.length].i] += 1;
  return cents;
}

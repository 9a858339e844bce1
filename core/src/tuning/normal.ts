/** Beyond this many standard deviations there is nothing left to tell. */
const REACH = 6;
const PER_UNIT = 200;
const TABLE = Float64Array.from({ length: 2 * REACH * PER_UNIT + 2 }, (_, i) => exactly(i / PER_UNIT - REACH));

/**
 * Standard normal distribution function, linear between the entries of a table (error below 1e-6): it is asked some
 * millions of times for one piece of advice.
 */
export function normalBelow(z: number): number {
  if (z >= REACH) return 1;
  if (!(z > -REACH)) return 0;
  const at = (z + REACH) * PER_UNIT;
  const index = at | 0;
  const low = TABLE[index];
  return low + (TABLE[index + 1] - low) * (at - index);
}

/** Rational approximation of Abramowitz and Stegun 26.2.17 (error below 1e-7). */
function exactly(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    0.3989422804014327 *
    Math.exp((-z * z) / 2) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z > 0 ? 1 - tail : tail;
}

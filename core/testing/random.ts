import { unsafeUniformIntDistribution, xoroshiro128plus } from 'pure-rand';

/** Whole numbers from 0 up to below a bound, the same row for the same seed. */
export function numbersBelow(seed: number): (bound: number) => number {
  const generator = xoroshiro128plus(seed);
  return (bound) => (bound < 1 ? 0 : unsafeUniformIntDistribution(0, bound - 1, generator));
}

import { xoroshiro128plus } from 'pure-rand';

/** Smooth chance over the plane, 0 to 1, that comes again after `period` steps both ways. */
export type LatticeNoise = (x: number, y: number) => number;

const RANGE = 2 ** 32;
const smooth = (t: number): number => t * t * (3 - 2 * t);
const wrapped = (i: number, period: number): number => ((i % period) + period) % period;

/** Value noise on a lattice (Perlin 1985, the simplest kind). @param period a whole number */
export function latticeNoise(period: number, seed: number): LatticeNoise {
  const generator = xoroshiro128plus(seed);
  const values = Float64Array.from({ length: period * period }, () => (generator.unsafeNext() >>> 0) / RANGE);
  const at = (i: number, j: number): number => values[wrapped(j, period) * period + wrapped(i, period)];
  return (x, y) => {
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const [u, v] = [smooth(x - i), smooth(y - j)];
    const upper = at(i, j) * (1 - u) + at(i + 1, j) * u;
    const lower = at(i, j + 1) * (1 - u) + at(i + 1, j + 1) * u;
    return upper * (1 - v) + lower * v;
  };
}

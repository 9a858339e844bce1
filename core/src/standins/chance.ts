import { unsafeUniformIntDistribution, mersenne } from 'pure-rand';

/** A seeded source of normally distributed numbers (mean 0, deviation 1), by Box and Muller. */
export function normalSource(seed: number): () => number {
  const generator = mersenne(seed);
  const uniform = () => (unsafeUniformIntDistribution(1, 0x7ffffffe, generator) as number) / 0x7fffffff;
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}

/** A seed from a UUID: its first eight hexadecimal digits. */
export function seedFromId(id: string): number {
  const seed = Number.parseInt(id.replace(/-/g, '').slice(0, 8), 16);
  if (Number.isNaN(seed)) throw new RangeError(`A UUID was expected for a seed; “${id}” came.`);
  return seed | 0;
}

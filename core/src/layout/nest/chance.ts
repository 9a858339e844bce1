import { xoroshiro128plus, type RandomGenerator } from 'pure-rand';

const RANGE = 2 ** 32;

/** Seeded chance. */
export class Chance {
  private readonly generator: RandomGenerator;

  constructor(seed: number) {
    this.generator = xoroshiro128plus(seed);
  }

  /** From 0 up to, not with, 1. */
  next(): number {
    return (this.generator.unsafeNext() >>> 0) / RANGE;
  }

  between(least: number, most: number): number {
    return least + (most - least) * this.next();
  }

  /** A whole number from 0 up to, not with, `count`. */
  below(count: number): number {
    return Math.floor(this.next() * count);
  }

  of<T>(list: readonly T[]): T {
    return list[this.below(list.length)];
  }

  shuffled<T>(list: readonly T[]): T[] {
    const mixed = [...list];
    for (let i = mixed.length - 1; i > 0; i--) {
      const j = this.below(i + 1);
      [mixed[i], mixed[j]] = [mixed[j], mixed[i]];
    }
    return mixed;
  }
}

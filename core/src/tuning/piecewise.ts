/** A stretch of a quantity's range: how likely it is to lie there, and how its density in the logarithm grows with the quantity. */
export interface Stretch {
  low: number;
  high: number;
  mass: number;
  /** The density in the logarithm is proportional to quantity^slope: 0 is even in the logarithm, 1 even in the quantity itself. */
  slope: number;
}

/** A prior in the logarithm of a quantity, put together from stretches that follow each other. */
export class PiecewisePrior {
  private readonly stretches: (Stretch & { norm: number })[];
  readonly low: number;
  readonly high: number;

  constructor(stretches: readonly Stretch[]) {
    const total = stretches.reduce((sum, { mass }) => sum + mass, 0);
    this.stretches = stretches.map((stretch) => {
      const { low, high, slope, mass } = stretch;
      const area = slope === 0 ? Math.log(high / low) : (high ** slope - low ** slope) / slope;
      return { ...stretch, mass: mass / total, norm: Math.log(mass / total / area) };
    });
    this.low = Math.log(stretches[0].low);
    this.high = Math.log(stretches[stretches.length - 1].high);
  }

  /** Logarithm of the density at a logarithm of the quantity. */
  logDensity(logarithm: number): number {
    if (logarithm < this.low || logarithm > this.high) return -Infinity;
    const quantity = Math.exp(logarithm);
    const stretch = this.stretches.find(({ high }) => quantity <= high) ?? this.stretches[this.stretches.length - 1];
    return stretch.norm + stretch.slope * logarithm;
  }

  /** The logarithm of the quantity below which a share (0 to 1) of it lies. */
  quantile(share: number): number {
    let left = share;
    for (const { mass, low, high, slope } of this.stretches) {
      if (left <= mass) {
        const part = left / mass;
        return slope === 0
          ? Math.log(low) + part * Math.log(high / low)
          : Math.log(low ** slope + part * (high ** slope - low ** slope)) / slope;
      }
      left -= mass;
    }
    return this.high;
  }
}

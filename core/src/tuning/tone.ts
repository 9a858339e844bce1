/** A patch of a tone ladder: what was dialled in, and how dark it came out, from 0 (bare) to 1 (as dark as it gets). */
export interface TonePatch {
  value: number;
  darkness: number;
}

/** A point of a tone curve with the spread of its darkness. */
export interface TonePoint extends TonePatch {
  spread: number;
}

/** What scoring by eye is off by, at the least. */
const LEAST_SPREAD = 0.03;

/**
 * The tone curve that fits a ladder best and never gets lighter where more is dialled in: isotonic regression by pooling
 * neighbours that are out of order (pool adjacent violators; Barlow et al. 1972). The spread of a point is the standard
 * error of its pool, widened by what the whole ladder is out of order.
 * @param effect whether more of the dial makes it darker
 * @throws RangeError for fewer than two patches, a value that comes twice, or a darkness outside 0 to 1
 */
export function toneCurve(patches: readonly TonePatch[], effect: 'raises' | 'lowers' = 'raises'): TonePoint[] {
  if (patches.length < 2) throw new RangeError(`A tone curve needs two patches at least; ${patches.length} came.`);
  const wrong = patches.find(({ darkness }) => !(darkness >= 0 && darkness <= 1));
  if (wrong) throw new RangeError(`Darkness goes from 0 to 1; ${wrong.darkness} came.`);
  const sorted = [...patches].sort((a, b) => (effect === 'raises' ? a.value - b.value : b.value - a.value));
  if (sorted.some(({ value }, i) => i > 0 && value === sorted[i - 1].value))
    throw new RangeError('Each patch of a tone ladder has a value of its own.');
  const pools: { sum: number; count: number }[] = [];
  for (const { darkness } of sorted) {
    pools.push({ sum: darkness, count: 1 });
    while (
      pools.length > 1 &&
      pools[pools.length - 2].sum / pools[pools.length - 2].count >
        pools[pools.length - 1].sum / pools[pools.length - 1].count
    ) {
      const last = pools.pop()!;
      pools[pools.length - 1].sum += last.sum;
      pools[pools.length - 1].count += last.count;
    }
  }
  const fitted = pools.flatMap(({ sum, count }) =>
    Array.from({ length: count }, () => ({ darkness: sum / count, count })),
  );
  const residual = Math.sqrt(
    fitted.reduce((sum, { darkness }, i) => sum + (darkness - sorted[i].darkness) ** 2, 0) / sorted.length,
  );
  return fitted.map(({ darkness, count }, i) => ({
    value: sorted[i].value,
    darkness,
    spread: Math.max(LEAST_SPREAD, residual) / Math.sqrt(count),
  }));
}

/**
 * What to dial in for a darkness, straight between the points of the curve; beyond its ends the ends.
 * @throws RangeError for an empty curve
 */
export function valueForTone(curve: readonly TonePoint[], darkness: number): number {
  if (curve.length === 0) throw new RangeError('The tone curve has no points.');
  const upper = curve.findIndex((point) => point.darkness >= darkness);
  if (upper === 0) return curve[0].value;
  if (upper < 0) return curve[curve.length - 1].value;
  const [a, b] = [curve[upper - 1], curve[upper]];
  return a.value + ((darkness - a.darkness) / (b.darkness - a.darkness)) * (b.value - a.value);
}

/**
 * Values for a ladder of so many patches, by even ratios on the dial's own steps, each once.
 * @example ladderValues({ min: 5, max: 100, step: 1 }, 60, 5) // [9, 14, 23, 37, 60]
 */
export function ladderValues(
  { min, max, step }: { min: number; max: number; step: number },
  darkest: number,
  count: number,
  effect: 'raises' | 'lowers' = 'raises',
): number[] {
  const lightest = effect === 'raises' ? Math.max(min, step, darkest * 0.15) : Math.min(max, darkest / 0.15);
  const values = Array.from({ length: count }, (_, i) => {
    const value = lightest * (darkest / lightest) ** (i / Math.max(1, count - 1));
    return Number((min + Math.round((Math.min(max, Math.max(min, value)) - min) / step) * step).toFixed(6));
  });
  return [...new Set(values)];
}

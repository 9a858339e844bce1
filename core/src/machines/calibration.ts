/** One value of a dial with what was measured there, in the dial's physical unit. */
export interface CalibrationPoint {
  dial: number;
  physical: number;
}

/** A monotone curve through what was measured at a dial, and how far to trust it. */
export interface CalibrationFit {
  /** The curve's corners, rising in both; two or more, or the dial is not measured. */
  points: CalibrationPoint[];
  /** For every reading that others stand on both sides of: how far it is from the line between those. */
  residuals: { dial: number; physical: number; residual: number }[];
  /** Standard deviation of the curve as a share of its value; null where too little was measured to say. */
  relativeSpread: number | null;
}

/**
 * Fits a rising, piecewise-linear curve to the readings of a dial. Readings at the same value are averaged; where they
 * fall although the dial goes up they are pooled until they rise again (isotonic regression by pooling adjacent
 * violators: Ayer and others, 1955).
 *
 * The spread is found by leaving every reading out in turn: what the line between its neighbours says, less what was
 * read, has the variance s²·(1 + a² + b²), a and b being the neighbours' shares. Readings repeated at one value count
 * too, by their own scatter.
 * @param readings in any order; what is not finite is left out
 */
export function fitCalibration(readings: readonly CalibrationPoint[]): CalibrationFit {
  const groups = averaged(readings);
  const residuals: CalibrationFit['residuals'] = [];
  const shares: number[] = [];
  for (let i = 1; i + 1 < groups.length; i++) {
    const [before, here, after] = [groups[i - 1], groups[i], groups[i + 1]];
    const b = (here.dial - before.dial) / (after.dial - before.dial);
    const expected = before.physical * (1 - b) + after.physical * b;
    const residual = here.physical - expected;
    residuals.push({ dial: here.dial, physical: here.physical, residual });
    if (here.physical > 0)
      shares.push(
        (residual / here.physical) ** 2 / (1 / here.count + (1 - b) ** 2 / before.count + b ** 2 / after.count),
      );
  }
  for (const { readings: own, physical, count } of groups) {
    if (count < 2 || physical <= 0) continue;
    for (const reading of own) shares.push(((reading - physical) / physical) ** 2 * (count / (count - 1)));
  }
  return {
    points: pooled(groups),
    residuals,
    relativeSpread: shares.length ? Math.sqrt(shares.reduce((sum, share) => sum + share, 0) / shares.length) : null,
  };
}

interface Group extends CalibrationPoint {
  count: number;
  readings: number[];
}

function averaged(readings: readonly CalibrationPoint[]): Group[] {
  const byDial = new Map<number, number[]>();
  for (const { dial, physical } of readings) {
    if (Number.isFinite(dial) && Number.isFinite(physical)) byDial.set(dial, [...(byDial.get(dial) ?? []), physical]);
  }
  return [...byDial]
    .map(([dial, own]) => ({
      dial,
      physical: own.reduce((sum, value) => sum + value, 0) / own.length,
      count: own.length,
      readings: own,
    }))
    .sort((a, b) => a.dial - b.dial);
}

/** Pools neighbours that do not rise; a pool becomes one corner at its weighted middle, so that the curve has an inverse. */
function pooled(groups: Group[]): CalibrationPoint[] {
  const pools: { dial: number; physical: number; count: number }[] = [];
  for (const { dial, physical, count } of groups) {
    pools.push({ dial, physical, count });
    while (pools.length > 1 && pools[pools.length - 1].physical <= pools[pools.length - 2].physical) {
      const high = pools.pop()!;
      const low = pools.pop()!;
      const sum = low.count + high.count;
      pools.push({
        dial: (low.dial * low.count + high.dial * high.count) / sum,
        physical: (low.physical * low.count + high.physical * high.count) / sum,
        count: sum,
      });
    }
  }
  return pools.map(({ dial, physical }) => ({ dial, physical }));
}

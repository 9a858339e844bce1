/** A benchmark's figure: how many times the reference's time (or length) the measured thing took. */
export interface Ratio {
  median: number;
  least: number;
  most: number;
}

const middle = (values: number[]): number => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

/** Times both in turn, after one round to warm up, and gives the ratio pair by pair. */
export function timeRatio(
  measured: () => void,
  reference: () => void,
  rounds = 5,
): Ratio & { measuredMs: number; referenceMs: number } {
  const time = (work: () => void): number => {
    const began = performance.now();
    work();
    return performance.now() - began;
  };
  time(measured);
  time(reference);
  const pairs = Array.from({ length: rounds }, () => ({ measured: time(measured), reference: time(reference) }));
  const ratios = pairs.map((pair) => pair.measured / pair.reference);
  return {
    median: middle(ratios),
    least: Math.min(...ratios),
    most: Math.max(...ratios),
    measuredMs: middle(pairs.map((pair) => pair.measured)),
    referenceMs: middle(pairs.map((pair) => pair.reference)),
  };
}

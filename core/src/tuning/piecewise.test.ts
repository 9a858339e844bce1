import fc from 'fast-check';
import { PiecewisePrior } from './piecewise';
import { exponentPrior, NOISE, WINDOW } from './prior';

const prior = new PiecewisePrior([
  { low: 0.1, high: 1, mass: 1, slope: 0 },
  { low: 1, high: 3, mass: 3, slope: 1 },
]);

describe('a prior put together from stretches', () => {
  it('has its mass where it is told, even in the logarithm or in the quantity', () => {
    expect(Math.exp(prior.quantile(0.25))).toBeCloseTo(1, 9);
    expect(Math.exp(prior.quantile(0.125))).toBeCloseTo(Math.sqrt(0.1), 9);
    // Even in the quantity itself from 1 to 3.
    expect(Math.exp(prior.quantile(0.625))).toBeCloseTo(2, 9);
    expect(prior.quantile(1)).toBeCloseTo(Math.log(3), 9);
  });

  it('adds up to one, and is nothing outside', () => {
    for (const p of [prior, WINDOW, NOISE]) {
      const steps = 20_000;
      const width = (p.high - p.low) / steps;
      const total = Array.from(
        { length: steps },
        (_, i) => Math.exp(p.logDensity(p.low + (i + 0.5) * width)) * width,
      ).reduce((a, b) => a + b, 0);
      expect(total).toBeCloseTo(1, 2);
      expect(p.logDensity(p.low - 0.1)).toBe(-Infinity);
      expect(p.logDensity(p.high + 0.1)).toBe(-Infinity);
    }
  });

  it('never goes backwards, and stays within its ends', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, (a, b) => {
        const [low, high] = [Math.min(a, b), Math.max(a, b)];
        expect(WINDOW.quantile(low)).toBeLessThanOrEqual(WINDOW.quantile(high) + 1e-12);
        expect(WINDOW.quantile(low)).toBeGreaterThanOrEqual(WINDOW.low - 1e-9);
        expect(WINDOW.quantile(high)).toBeLessThanOrEqual(WINDOW.high + 1e-9);
      }),
    );
  });
});

describe('the prior of a dial', () => {
  it('knows the process’s first term best, temperatures by their own number, and little of anything else', () => {
    const dial = (name: string) => ({ name, min: 1, max: 100, step: 1, effect: 'raises' as const });
    expect(exponentPrior('kiss-cut', dial('force'))).toEqual({ median: 1, logSpread: 0.25 });
    expect(exponentPrior('kiss-cut', dial('speed')).median).toBe(0.1);
    expect(exponentPrior('heat-press', dial('temperature')).median).toBe(12);
    expect(exponentPrior('foil', dial('luck'))).toEqual({ median: 0.6, logSpread: 0.6 });
  });
});

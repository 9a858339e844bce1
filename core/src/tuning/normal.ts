/**
 * Standard normal distribution function, by the rational approximation of Abramowitz and Stegun 26.2.17 (error below 1e-7).
 */
export function normalBelow(z: number): number {
  if (z > 6) return 1;
  if (z < -6) return 0;
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail = 0.3989422804014327 * Math.exp((-z * z) / 2) * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z > 0 ? 1 - tail : tail;
}

import type { Affine } from './curve';

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0];

/** The change of place that does `first` and then `second`. */
export function composeAffine(first: Affine, second: Affine): Affine {
  const [a, b, c, d, e, f] = first;
  const [A, B, C, D, E, F] = second;
  return [A * a + C * b, B * a + D * b, A * c + C * d, B * c + D * d, A * e + C * f + E, B * e + D * f + F];
}

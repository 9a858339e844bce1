import { compose, inverse, type Matrix } from 'transformation-matrix';
import type { Affine } from './curve';

export const IDENTITY: Affine = [1, 0, 0, 1, 0, 0];

const matrixOf = ([a, b, c, d, e, f]: Affine): Matrix => ({ a, b, c, d, e, f });

/** Several changes of place as one; as with matrices, the last one is done first. */
export function affineOf(...matrices: Matrix[]): Affine {
  const { a, b, c, d, e, f } = compose(matrices);
  return [a, b, c, d, e, f];
}

/** The change of place that does `first` and then `second`. */
export const composeAffine = (first: Affine, second: Affine): Affine => affineOf(matrixOf(second), matrixOf(first));

/** The change of place that takes another one back. */
export const invertAffine = (affine: Affine): Affine => affineOf(inverse(matrixOf(affine)));

import type { Affine } from '../geometry';
import { planeOf } from '../parts';
import type { Drawing } from './document';

/**
 * How a drawing stands in the job's plane. What was drawn reversed already is turned back for a step that turns it over,
 * so that it comes out as it was drawn; any other step takes it as it is.
 */
export const drawingPlane = (
  { drawn, scaleX, scaleY, xMm, yMm, readsReversed }: Omit<Drawing, 'choices'>,
  isTurnedOver: boolean,
): Affine => planeOf({ drawn, scaleX, scaleY, xMm, yMm, isReversed: readsReversed === true && isTurnedOver });

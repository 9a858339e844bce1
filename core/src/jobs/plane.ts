import { rotateDEG, scale, translate } from 'transformation-matrix';
import { affineOf, type Affine } from '../geometry';
import { planeOf } from '../parts';
import type { Drawing, Placement } from './document';

/**
 * How a drawing stands in the job's plane. What was drawn reversed already is turned back for a step that turns it over,
 * so that it comes out as it was drawn; any other step takes it as it is.
 */
export const drawingPlane = (
  { drawn, scaleX, scaleY, xMm, yMm, readsReversed }: Omit<Drawing, 'choices'>,
  isTurnedOver: boolean,
): Affine => planeOf({ drawn, scaleX, scaleY, xMm, yMm, isReversed: readsReversed === true && isTurnedOver });

/** How the job's plane comes to lie on the sheet at that placement: turned over left to right first, then turned. */
export const placementPlane = ({
  x,
  y,
  angle,
  turnedOver,
}: Pick<Placement, 'x' | 'y' | 'angle' | 'turnedOver'>): Affine =>
  affineOf(translate(x, y), rotateDEG(-angle), scale(turnedOver ? -1 : 1, 1));

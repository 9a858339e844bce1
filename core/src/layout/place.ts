import { rotateDEG, scale, translate } from 'transformation-matrix';
import { affineOf, composeAffine, invertAffine, type Affine, type Point } from '../geometry';

/** Where the origin of the job's plane comes to lie on a sheet for a part, in mm, and how the part lies there. */
export interface Place extends Point {
  /** In degrees, against the clock as it is seen on the sheet. */
  angle: number;
  turnedOver: boolean;
}

/** How the job's plane comes to lie on the sheet at a place: turned over left to right first, then turned. */
export const planeAt = ({ x, y, angle, turnedOver }: Place): Affine =>
  affineOf(translate(x, y), rotateDEG(-angle), scale(turnedOver ? -1 : 1, 1));

/** Whether two places are the very same. */
export const isOnePlace = (a: Place, b: Place): boolean =>
  a.x === b.x && a.y === b.y && a.angle === b.angle && a.turnedOver === b.turnedOver;

/** What moves a thing that was laid at one place to another; null where that is the same. */
export function moveBetween(from: Place, to: Place): Affine | null {
  return isOnePlace(from, to) ? null : composeAffine(invertAffine(planeAt(from)), planeAt(to));
}

/** A place at which parts lie as they were drawn, or turned over. */
export const straightAt = ({ x, y }: Point, turnedOver = false): Place => ({ x, y, angle: 0, turnedOver });

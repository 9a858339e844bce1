import type { Point } from '../../geometry';
import { planeAt, type Place } from '../place';
import { depthBetween, posed, type Posed } from './posed';

/** A part as convex pieces, as it can be asked quickly what it lies over. */
export interface Solid {
  middle: Point;
  pieces: Point[][];
}

/** Touching is no overlap: up to this deep, in mm. */
const TOUCH_MM = 0.02;

/** A solid as it lies somewhere. */
export interface LyingSolid {
  pose: Posed;
  x: number;
  y: number;
}

export function lyingAt({ middle, pieces }: Solid, place: Place): LyingSolid {
  const pose = posed(pieces, (-place.angle * Math.PI) / 180, place.turnedOver);
  const [a, b, c, d, e, f] = planeAt(place);
  return { pose, x: a * middle.x + c * middle.y + e, y: b * middle.x + d * middle.y + f };
}

/** Whether two lie over each other by more than touching. */
export const liesOverSolid = (a: LyingSolid, b: LyingSolid): boolean =>
  depthBetween(a.pose, b.pose, b.x - a.x, b.y - a.y) > TOUCH_MM;

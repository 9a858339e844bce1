import type { Polyline } from '../geometry';

/** A line as the tool follows it: on which side of it is waste, and which of its pieces are left standing. */
export interface Outline extends Polyline {
  /** Where it is closed: whether it goes round a hole, so that what falls away lies inside. */
  isHole?: boolean;
  /** For each of its pieces, from a point to the next, whether it is left standing (a tab). */
  stands?: readonly boolean[];
}

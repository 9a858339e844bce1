import type { Point } from '../geometry';

/** Where a stand-in is at a moment of its run. */
export interface StandInPosition {
  at: Point;
  isDown: boolean;
  /** Way behind it with the tool down or the beam on, in mm. */
  cutMm: number;
  strokesDone: number;
  /** The line of its file that it is at, from 1; 0 where it has none. */
  line: number;
}

import type { Point } from '../geometry';
import type { Trace } from './trace';

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

/** A machine that is not there, with its work loaded. */
export interface StandIn {
  readonly totalSeconds: number;
  readonly cutMm: number;
  /** All of the run as plain numbers, for another thread. */
  trace(): Trace;
  /** Where it is, `seconds` after the start (machine time). */
  positionAt(seconds: number): StandInPosition;
}

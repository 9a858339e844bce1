import type { StandInPosition } from './stand-in-position';
import type { Trace } from './trace';

/** A machine that is not there, with its work loaded. */
export interface StandIn {
  readonly totalSeconds: number;
  readonly cutMm: number;
  /** All of the run as plain numbers, for another thread. */
  trace(): Trace;
  /** Where it is, `seconds` after the start (machine time). */
  positionAt(seconds: number): StandInPosition;
}

import type { Bounds } from '../geometry';

/** Something a check found. A `stop` must be put right before the run, a `warn` should be looked at. */
export interface Finding {
  code: string;
  severity: 'stop' | 'warn';
  /** What is wrong, as a sentence. */
  message: string;
  /** What to do about it. */
  mend: string;
  /** Where on the sheet, in mm; empty where it is nowhere in particular. */
  places: Bounds[];
}

import type { CurveContour } from '../geometry';
import type { ShownPrint } from './print';

/** A part as it is: contours at true size in the job's plane, and what its drawing says of it. */
export interface Shape {
  contours: CurveContour[];
  /** The colour it is drawn in. */
  colour: string;
  layer: string | null;
  /** Letters of a joined script that should hang together have the same word here. */
  script: string | null;
  /** Whether it is drawn filled, not as a line; null where the drawing does not say. */
  isFilled: boolean | null;
  /** What is printed in it; null for nothing. */
  print: ShownPrint | null;
  /** Why there is nothing of it, as a sentence with the part's name; null where there is something. */
  fault: string | null;
}

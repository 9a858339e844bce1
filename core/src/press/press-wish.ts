import type { Ground, HeatLayer } from './layer';
import type { PressScale } from './press-scale';

/** What is laid on the blank, and how it is pressed. */
export interface PressWish {
  /** From the cloth up. */
  layers: readonly HeatLayer[];
  ground: Ground;
  press: PressScale;
  /** How often a place is pressed where the plate is set down several times; 1 where it is larger than the design. */
  overlaps?: number;
  /** Whether two layers lie over each other, so that the upper one is laid on once the lower one is pressed and peeled; all do where nothing is said. */
  liesOver?: (upper: string, lower: string) => boolean;
}

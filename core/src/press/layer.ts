import type { Outcome, Temper } from '../recipes';
import type { Slab } from './through-blank';

/** One pressing that somebody looked at. */
export interface PressEvidence {
  outcome: Outcome;
  temperatureC: number;
  dwellSeconds: number;
  /** On the press's own knob; null where a hand leans on it. */
  pressure: number | null;
}

/** A film or print that goes onto a blank, with what is known of how it is pressed. */
export interface HeatLayer {
  id: string;
  name: string;
  /** What its recipe says. */
  temperatureC: number;
  dwellSeconds: number;
  pressure: number | null;
  /** Pressings with the recipe, whatever they were dialled to. */
  evidence: readonly PressEvidence[];
  temper: Temper;
  /** What it bears, °C; null where nobody knows. */
  heatLimitC: number | null;
  /** On which side of the blank; the front where nothing is said. */
  side?: 'front' | 'back';
  /** What it comes off is taken away after its pressing, so that it has to get all of its heat there; what comes later can only be too much. */
  needsOwnHeat?: boolean;
}

/** What the layers go onto. */
export interface Ground extends Slab {
  id: string;
  name: string;
  heatLimitC: number | null;
}

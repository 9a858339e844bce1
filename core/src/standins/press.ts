import type { Settings } from '../recipes';
import type { StandIn, StandInPosition } from './stand-in';

/** How long a hand needs to lay a piece under the plate, and to take it out, in s. */
const HANDLING_SECONDS = 4;

/** A heat press that is not there: it closes for the preheat, the dwell and the second press. */
export class StandInPress implements StandIn {
  readonly totalSeconds: number;
  readonly cutMm = 0;

  constructor(private readonly settings: Settings) {
    this.totalSeconds = HANDLING_SECONDS + (settings.preheat ?? 0) + (settings.dwell ?? 0) + (settings.second ?? 0);
  }

  /** Down while it heats. */
  positionAt(seconds: number): StandInPosition {
    const preheat = this.settings.preheat ?? 0;
    const isDown = seconds < this.totalSeconds && (seconds < preheat || seconds >= preheat + HANDLING_SECONDS);
    return { at: { x: 0, y: 0 }, isDown, cutMm: 0, strokesDone: seconds >= this.totalSeconds ? 1 : 0 };
  }
}

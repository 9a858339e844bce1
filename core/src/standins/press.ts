import { phaseAt, pressSeconds } from '../press';
import type { Settings } from '../recipes';
import type { StandIn, StandInPosition } from './stand-in';

/** A heat press that is not there: it closes for the preheat, the dwell and the second press. */
export class StandInPress implements StandIn {
  readonly totalSeconds: number;
  readonly cutMm = 0;

  constructor(private readonly settings: Settings) {
    this.totalSeconds = pressSeconds(settings);
  }

  /** Down while it heats. */
  positionAt(seconds: number): StandInPosition {
    const isDown = phaseAt(this.settings, seconds)?.phase.isDown ?? false;
    return { at: { x: 0, y: 0 }, isDown, cutMm: 0, strokesDone: seconds >= this.totalSeconds ? 1 : 0 };
  }
}

import { pressSeconds } from '../press';
import type { Settings } from '../recipes';
import type { StandIn } from './stand-in';
import type { StandInPosition } from './stand-in-position';
import { positionAt, type PressTrace } from './trace';

/** A heat press that is not there: it closes for the preheat, the dwell and the second press. */
export class StandInPress implements StandIn {
  readonly totalSeconds: number;
  readonly cutMm = 0;

  constructor(private readonly settings: Settings) {
    this.totalSeconds = pressSeconds(settings);
  }

  /** Down while it heats. */
  positionAt(seconds: number): StandInPosition {
    return positionAt(this.trace(), seconds);
  }

  trace(): PressTrace {
    return { kind: 'press', totalSeconds: this.totalSeconds, cutMm: 0, settings: this.settings };
  }
}

import type { MachineKind } from '../machines';
import type { PlanPhase } from '../press';
import { spentSeconds, type PressTimer } from '../timers';
import { normalSource } from './chance';
import { plateBefore } from './press-plate';
import { STEP_SECONDS } from './plate';

/** What a plate tells of itself. */
export interface PlateReading {
  /** What its display says, °C. */
  shownC: number;
  /** What it is to come to, °C: what the dial as it is set truly gives. */
  dialledC: number;
  /** It has stayed at what is dialled for long enough to be pressed with. */
  isReady: boolean;
  /** Until it is, s; null where nobody can say. */
  readyInSeconds: number | null;
}

/** A plate that nobody touched for so long is as it will be, s. */
const STEADY_SECONDS = 3 * 3600;
const LOOKS_AHEAD_SECONDS = 3600;

/**
 * How the plate of a pressing stands at a moment: what its phases really took, and how long the one that it is in has gone on. The
 * time of a pause is not counted, as it holds its temperature then.
 * @param seed of this press and this day
 * @param now ms since 1970
 */
export function plateNow(kind: MachineKind, timer: PressTimer, seed: number, now: number): PlateReading {
  const plate = plateBefore(kind, timer.phases, normalSource(seed)());
  const go = (phase: PlanPhase, seconds: number): void => {
    if (phase.celsius !== null && phase.celsius !== plate.target) {
      plate.target = phase.celsius;
      plate.nearSeconds = 0;
    }
    if (phase.isDown && seconds > 0) plate.meetBlank();
    for (let spent = 0; spent < Math.min(seconds, STEADY_SECONDS); spent += STEP_SECONDS) plate.step();
  };
  timer.took.forEach((seconds, i) => go(timer.phases[i], seconds));
  const at = timer.phases[timer.at];
  if (timer.state === 'running' || timer.state === 'paused') go(at, spentSeconds(timer, now));
  const { shown: shownC, target: dialledC, isReady } = plate;
  let ahead = 0;
  while (!plate.isReady && ahead < LOOKS_AHEAD_SECONDS) {
    plate.step();
    ahead += STEP_SECONDS;
  }
  return { shownC, dialledC, isReady, readyInSeconds: plate.isReady ? Math.round(ahead) : null };
}

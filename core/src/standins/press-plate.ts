import type { MachineKind } from '../machines';
import type { PlanPhase } from '../press';
import { heatRate } from '../recipes';
import { normalSource } from './chance';
import { Plate, READY_SECONDS, ROOM_C, STEP_SECONDS } from './plate';

/** What hands do; all else is waited for by the clock. */
const BY_HAND: ReadonlySet<PlanPhase['kind']> = new Set(['lay', 'peel', 'turn-over', 'lift-corner']);
const HAND_SPREAD = 0.04;
/** A plate that is not ready by then is broken. */
const LONGEST_SECONDS = 7200;

/** A plate as it stands before the first phase: cold where that is to warm it up. */
export function plateBefore(kind: MachineKind, phases: readonly PlanPhase[], chance: number): Plate {
  const first = phases.find(({ celsius }) => celsius !== null)?.celsius ?? ROOM_C;
  const isCold = phases[0]?.kind === 'warm-up';
  const plate = new Plate(kind, isCold ? ROOM_C : first, first, chance);
  if (!isCold) plate.nearSeconds = READY_SECONDS;
  return plate;
}

/** What a plate that is not there did with a plan. */
export interface PressedOnPlate {
  seconds: number;
  /** The hottest it was beyond what was dialled, °C. */
  overshootC: number;
  /** What lay under it got, in seconds at 150 °C. */
  heat: Readonly<Record<string, number>>;
}

/**
 * Carries a press plan out on a plate that is not there. It waits where the plan says to wait, until the plate is really ready.
 * @param seed of this press and this day
 */
export function pressedOnPlate(kind: MachineKind, phases: readonly PlanPhase[], seed: number): PressedOnPlate {
  const chance = normalSource(seed);
  const plate = plateBefore(kind, phases, chance());
  let seconds = 0;
  let overshootC = 0;
  const heat: Record<string, number> = {};
  const step = (): void => {
    plate.step();
    overshootC = Math.max(overshootC, plate.celsius - plate.target);
    seconds += STEP_SECONDS;
  };
  for (const phase of phases.filter(({ isOnlyIfNeeded }) => !isOnlyIfNeeded)) {
    if (phase.celsius !== null) plate.target = phase.celsius;
    if (phase.kind === 'warm-up') {
      const latest = seconds + LONGEST_SECONDS;
      plate.nearSeconds = 0;
      while (!plate.isReady && seconds < latest) step();
      overshootC = Math.max(0, plate.celsius - plate.target);
      continue;
    }
    if (phase.isDown) plate.meetBlank();
    const isByHand = BY_HAND.has(phase.kind);
    const lasts = phase.seconds * (isByHand ? 1 + HAND_SPREAD * chance() : 1);
    for (let spent = 0; spent < lasts; spent += STEP_SECONDS) {
      step();
      if (phase.isDown)
        for (const id of phase.layerIds) heat[id] = (heat[id] ?? 0) + STEP_SECONDS * heatRate(plate.celsius);
    }
  }
  return { seconds, overshootC, heat };
}

import type { MachineKind } from '../machines';
import type { PlanPhase } from '../press';
import { heatRate } from '../recipes';
import { normalSource } from './chance';

/** Hidden facts of the plates of this world: where each would end, how slowly, and what a cold blank takes. */
const PLATES: Partial<Record<MachineKind, { endC: number; timeConstant: number; dropC: number }>> = {
  'clam-press': { endC: 298, timeConstant: 772, dropC: 5.2 },
  'hand-press': { endC: 322, timeConstant: 425, dropC: 7.8 },
};
const ROOM_C = 22;
const STEP_SECONDS = 0.1;
/** What its sensor says lags behind the plate, s: that is why it swings over. */
const SENSOR_SECONDS = 3;
const HYSTERESIS_C = 0.8;
/** It is ready once it has stayed this near for so long. */
const READY_C = 2.5;
const READY_SECONDS = 22;
/** What hands do; all else is waited for by the clock. */
const BY_HAND: ReadonlySet<PlanPhase['kind']> = new Set(['lay', 'peel', 'turn-over', 'lift-corner']);
const HAND_SPREAD = 0.04;
/** A plate that is not ready by then is broken. */
const LONGEST_SECONDS = 7200;

/** What a plate that is not there did with a plan. */
export interface PressedOnPlate {
  seconds: number;
  /** The hottest it was beyond what was dialled, °C. */
  overshootC: number;
  /** What lay under it got, in seconds at 150 °C. */
  heat: Readonly<Record<string, number>>;
}

/**
 * Carries a press plan out on a plate that heats, swings over, is cooled by each blank and comes back (Newton's law, switched by a
 * lagging sensor). It waits where the plan says to wait, until the plate is really ready.
 * @param seed of this press and this day
 */
export function pressedOnPlate(kind: MachineKind, phases: readonly PlanPhase[], seed: number): PressedOnPlate {
  const law = PLATES[kind];
  if (!law) throw new RangeError(`A press was expected; “${kind}” came.`);
  const chance = normalSource(seed);
  const timeConstant = law.timeConstant * (1 + 0.006 * chance());
  const first = phases.find(({ celsius }) => celsius !== null)?.celsius ?? ROOM_C;
  let plate = phases[0]?.kind === 'warm-up' ? ROOM_C : first;
  let sensed = plate;
  let target = first;
  let isOn = true;
  let seconds = 0;
  let overshootC = 0;
  const heat: Record<string, number> = {};
  const step = (): void => {
    if (sensed < target - HYSTERESIS_C / 2) isOn = true;
    if (sensed > target + HYSTERESIS_C / 2) isOn = false;
    plate += ((isOn ? law.endC : ROOM_C) - plate) * (STEP_SECONDS / timeConstant);
    sensed += (plate - sensed) * (STEP_SECONDS / SENSOR_SECONDS);
    overshootC = Math.max(overshootC, plate - target);
    seconds += STEP_SECONDS;
  };
  for (const phase of phases.filter(({ isOnlyIfNeeded }) => !isOnlyIfNeeded)) {
    if (phase.celsius !== null) target = phase.celsius;
    if (phase.kind === 'warm-up') {
      let near = 0;
      const latest = seconds + LONGEST_SECONDS;
      while (near < READY_SECONDS && seconds < latest) {
        step();
        near = Math.abs(plate - target) <= READY_C ? near + STEP_SECONDS : 0;
      }
      overshootC = Math.max(0, plate - target);
      continue;
    }
    if (phase.isDown) plate -= law.dropC;
    const isByHand = BY_HAND.has(phase.kind);
    const lasts = phase.seconds * (isByHand ? 1 + HAND_SPREAD * chance() : 1);
    for (let spent = 0; spent < lasts; spent += STEP_SECONDS) {
      step();
      if (phase.isDown) for (const id of phase.layerIds) heat[id] = (heat[id] ?? 0) + STEP_SECONDS * heatRate(plate);
    }
  }
  return { seconds, overshootC, heat };
}

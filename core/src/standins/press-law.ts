import type { Outcome } from '../recipes';
import { normalSource } from './chance';
import { outcomeAt } from './outcome-at';
import type { HiddenMaterial } from './tool-law';

/** Dwell (s) that a film needs at 150 °C under a firm press: a share for all, and more for each mm of thickness. */
const NEED_SECONDS = 4;
const NEED_SECONDS_PER_MM = 78;
/** Activation temperature of the glue (Ea/R), in K. */
const ACTIVATION_K = 9200;
const AT_K = 423.15;
const FIRM_TURNS = 4;
const PRESSURE_POWER = 0.27;
/** A plate that is leant on presses about this firmly, in turns of a knob. */
const BY_HAND_TURNS = 1;
const MATERIAL_SPREAD = 0.06;
const PRESS_SPREAD = 0.03;
const WINDOW = 0.48;
const FAR = 0.35;

/** What was pressed. */
export interface PressUse {
  temperatureC: number;
  dwellSeconds: number;
  /** Turns of the knob; null where a hand leans on it. */
  pressureTurns: number | null;
  heatLimitC: number | null;
}

/**
 * How a press comes out in the stand-in's world: dwell and temperature together (Arrhenius), pressure a little; above what
 * the material bears it is scorched whatever else.
 * @param seed of this one run
 */
export function pressOutcome(
  { temperatureC, dwellSeconds, pressureTurns, heatLimitC }: PressUse,
  material: HiddenMaterial,
  seed: number,
): Outcome {
  if (heatLimitC !== null && temperatureC > heatLimitC + 3) return 'far-over';
  const threshold =
    Math.log(NEED_SECONDS + NEED_SECONDS_PER_MM * material.thicknessMm) +
    MATERIAL_SPREAD * normalSource(material.seed)();
  const heat = -ACTIVATION_K * (1 / (temperatureC + 273.15) - 1 / AT_K);
  const pressure = PRESSURE_POWER * Math.log(Math.max(0.3, pressureTurns ?? BY_HAND_TURNS) / FIRM_TURNS);
  return outcomeAt(
    Math.log(Math.max(dwellSeconds, 0.1)) + heat + pressure - threshold + PRESS_SPREAD * normalSource(seed)(),
    WINDOW,
    FAR,
  );
}

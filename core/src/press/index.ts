export { phaseAt, pressPhases, pressSeconds, type PressPhase } from './phases';
export type { Ground, HeatLayer, PressEvidence } from './layer';
export { isInReason, windowOf, type HeatWindow } from './heat-window';
export { atPlate, plateCelsius, pressScale, type PressScale } from './press-scale';
export { planPress, type FoundPlan, type LayerHeat, type Pressing, type PressPlan } from './plan-press';
export type { PressWish } from './press-wish';
export type { AtOdds } from './at-odds';
export type { Apart } from './why-apart';
export { liesOverOf, type LyingLayer } from './lies-over';
export { farSideCelsius, heatThrough, type Slab } from './through-blank';
export { platePlaces, type PlatePlace, type PlatePlaces } from './plate-places';
export { recoverSeconds, warmUpSeconds } from './plate-heat';
export {
  PEELS,
  PHASE_KINDS,
  planPhases,
  planSeconds,
  type Handling,
  type PeelName,
  type PhaseKind,
  type PhasesWish,
  type PlanPhase,
} from './plan-phases';

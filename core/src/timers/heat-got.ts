import type { PlanPhase } from '../press';
import { heatRate } from '../recipes';
import type { PressTimer } from './press-timer';

/**
 * The heat that a layer really got from when it was laid, in seconds at 150 °C. Of several places of the plate each is pressed once: the
 * first counts.
 */
export function heatGot({ phases, took }: Pick<PressTimer, 'phases' | 'took'>, layerId: string): number {
  const from = phases.findIndex(({ kind, layerIds }) => kind === 'press' && layerIds.includes(layerId));
  if (from < 0) return 0;
  const counts = ({ isDown, place }: PlanPhase) => isDown && (place === null || place.turn === 1);
  return phases.reduce(
    (sum, phase, i) => (i >= from && counts(phase) ? sum + (took[i] ?? 0) * heatRate(phase.celsius!) : sum),
    0,
  );
}

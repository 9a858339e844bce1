import type { Machine } from '../machines';
import { processOf, quantityOf, scaleOf, type ProcessName, type QuantityName, type Settings } from '../recipes';
import type { TunedDial } from './tuner-spec';

const MOST_DIALS = 5;

/**
 * The dials of a recipe that change its dose, in the order in which the process turns them, on the machine's own scales.
 * What is a choice (peel, air) or has no part in the dose is left as it is.
 */
export function tunedDials(
  machine: Machine,
  process: ProcessName,
  settings: Settings,
): (TunedDial & { name: QuantityName; label: string; unit: string })[] {
  return processOf(process)
    .dose.flatMap(({ quantity, exponent }) => {
      const scale = scaleOf(machine, quantity);
      if (!scale || settings[quantity] === undefined || quantityOf(quantity).choices) return [];
      // What stands at one number only is not turned.
      if (scale.min >= scale.max) return [];
      return [
        {
          name: quantity,
          label: scale.label,
          unit: scale.unit,
          min: scale.min,
          max: scale.max,
          step: scale.step,
          effect: exponent > 0 ? ('raises' as const) : ('lowers' as const),
        },
      ];
    })
    .slice(0, MOST_DIALS);
}

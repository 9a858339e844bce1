import { dialOf, isCalibrated, toPhysical, type Machine } from '../machines';
import { scaleOf, type Settings } from '../recipes';
import { convertUnit } from '../units';

/** What a press can be set to. */
export interface PressScale {
  /** Each step of its dial, from cool to hot: what is dialled, and what it is, °C. */
  temperatures: readonly { dial: number; celsius: number }[];
  leastSeconds: number;
  mostSeconds: number;
  /** Its knob; null where a hand leans on it. */
  pressure: { min: number; max: number; step: number } | null;
}

/** What the plate has at a number of its dial, °C: as it was measured, or as the dial says. */
export function plateCelsius(machine: Machine, dialled: number): number {
  const dial = dialOf(machine, 'temperature');
  if (!dial) return dialled;
  if (isCalibrated(dial)) return toPhysical(dial, dialled);
  return dial.unit === '°F' ? convertUnit(dialled, '°F', '°C')! : dialled;
}

/** The steps that a press can be set to. @throws RangeError for a machine without a temperature */
export function pressScale(machine: Machine): PressScale {
  const temperature = scaleOf(machine, 'temperature');
  const dwell = scaleOf(machine, 'dwell');
  if (!temperature || !dwell)
    throw new RangeError(`A machine with a temperature and a timer was expected; “${machine.name}” has none.`);
  const count = Math.floor((temperature.max - temperature.min) / temperature.step + 1e-9);
  const temperatures = Array.from({ length: count + 1 }, (_, i) => {
    const dial = temperature.min + i * temperature.step;
    return { dial, celsius: plateCelsius(machine, dial) };
  });
  const pressure = dialOf(machine, 'pressure');
  return {
    temperatures,
    leastSeconds: Math.max(1, dwell.min),
    mostSeconds: dwell.max,
    pressure: pressure ? { min: pressure.min, max: pressure.max, step: pressure.step } : null,
  };
}

/** A recipe's numbers as they are at the plate: °C, turns of the knob, and all seconds under it, those of the second pressing too. */
export const atPlate = (
  machine: Machine,
  settings: Settings,
): { temperatureC: number; dwellSeconds: number; pressure: number | null } => ({
  temperatureC: plateCelsius(machine, settings.temperature ?? 0),
  dwellSeconds: (settings.dwell ?? 0) + (settings.second ?? 0),
  pressure: dialOf(machine, 'pressure') ? (settings.pressure ?? null) : null,
});

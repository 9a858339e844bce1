import type { HeatWindow } from './heat-window';
import type { HeatLayer } from './layer';
import type { PressScale } from './press-scale';

/** What a press is set to for a group of layers. */
export interface PlateSet {
  dialled: number;
  celsius: number;
  pressure: number | null;
}

/**
 * What suits all of a group: as near to what the recipes say as the dial can be; null where nothing on dial and knob suits all.
 * @param limitC what all that lies there bears, °C
 */
export function plateSetFor(
  group: readonly HeatLayer[],
  windows: ReadonlyMap<string, HeatWindow>,
  press: PressScale,
  limitC: number,
): PlateSet | null {
  const own = group.map(({ id }) => windows.get(id)!);
  const step = warmest(
    press,
    Math.max(...own.map(({ fromC }) => fromC)),
    Math.min(limitC, ...own.map(({ toC }) => toC)),
    group.reduce((sum, { temperatureC }) => sum + temperatureC, 0) / group.length,
  );
  const pressure = pressureFor(press, own);
  return step && pressure !== undefined ? { dialled: step.dial, celsius: step.celsius, pressure } : null;
}

/** The step of the dial between two temperatures that is nearest to what the recipes say. */
function warmest(
  press: PressScale,
  from: number,
  to: number,
  wanted: number,
): PressScale['temperatures'][number] | null {
  const within = press.temperatures.filter(({ celsius }) => celsius >= from - 1e-9 && celsius <= to + 1e-9);
  return within.length === 0
    ? null
    : within.reduce((best, step) => (Math.abs(step.celsius - wanted) < Math.abs(best.celsius - wanted) ? step : best));
}

/** The knob for a group; null where there is none or nobody knows, undefined where no place on it suits all. */
function pressureFor({ pressure: knob }: PressScale, windows: readonly HeatWindow[]): number | null | undefined {
  const known = windows.flatMap(({ pressure }) => pressure ?? []);
  if (!knob || known.length === 0) return null;
  const from = Math.max(knob.min, ...known.map((one) => one.from));
  const to = Math.min(knob.max, ...known.map((one) => one.to));
  if (from > to) return undefined;
  const middle = Math.round((from + to) / 2 / knob.step) * knob.step;
  return middle >= from && middle <= to ? middle : undefined;
}

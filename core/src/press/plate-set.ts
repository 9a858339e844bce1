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
 * All that suits a group, the nearest to what the recipes say first; none where nothing on dial and knob suits all.
 * @param limitC what all that lies there bears, °C
 */
export function plateSetsFor(
  group: readonly HeatLayer[],
  windows: ReadonlyMap<string, HeatWindow>,
  press: PressScale,
  limitC: number,
): PlateSet[] {
  const own = group.map(({ id }) => windows.get(id)!);
  const pressure = pressureFor(press, own);
  if (pressure === undefined) return [];
  const from = Math.max(...own.map(({ fromC }) => fromC));
  const to = Math.min(limitC, ...own.map(({ toC }) => toC));
  const wanted = group.reduce((sum, { temperatureC }) => sum + temperatureC, 0) / group.length;
  return press.temperatures
    .filter(({ celsius }) => celsius >= from - 1e-9 && celsius <= to + 1e-9)
    .sort((a, b) => Math.abs(a.celsius - wanted) - Math.abs(b.celsius - wanted))
    .map(({ dial, celsius }) => ({ dialled: dial, celsius, pressure }));
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

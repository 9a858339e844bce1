import { heatRate } from '../recipes';
import { heatAgain, sideOf, type GivenHeat } from './heat-again';
import type { HeatWindow } from './heat-window';
import type { HeatLayer } from './layer';
import type { PressWish } from './plan-press';
import type { PressScale } from './press-scale';

/** A film that is not pressed to its end yet is held for so long at least, so that its carrier comes off, s. */
const TACK_SECONDS = 2;

/** For how many seconds each group is pressed at its temperature, so that every layer comes out right by the end; null where there is no way. */
export function dwellsFor(
  groups: readonly (readonly HeatLayer[])[],
  celsius: readonly number[],
  windows: ReadonlyMap<string, HeatWindow>,
  wish: PressWish,
): number[] | null {
  const { press, ground } = wish;
  const rates = celsius.map(heatRate);
  const giving = (heats: readonly number[]): GivenHeat[] =>
    groups.map((layers, k) => ({ layers, celsius: celsius[k], heat: heats[k] }));
  /** What comes later helps, but for what has to have all of its heat at once. */
  const helped = (layer: HeatLayer, k: number, given: readonly GivenHeat[]): number =>
    layer.needsOwnHeat ? 0 : heatAgain(layer, k, given, ground);
  // The least that each pressing gives, from the last to the first: what comes later reaches what lies there already.
  const least: number[] = [];
  for (let k = groups.length - 1; k >= 0; k--) {
    const tack = (k < groups.length - 1 ? TACK_SECONDS : press.leastSeconds) * rates[k];
    const given = giving(least);
    least[k] = Math.max(
      tack,
      ...groups[k].map((layer) => windows.get(layer.id)!.fromSeconds - helped(layer, k, given)),
    );
  }
  const holds = (dwells: readonly number[]): boolean => {
    const given = giving(dwells.map((dwell, k) => dwell * rates[k]));
    return (
      room(given, windows, wish) >= 1 - 1e-9 &&
      groups.every((group, k) =>
        group.every(
          (layer) => given[k].heat + helped(layer, k, given) >= windows.get(layer.id)!.fromSeconds * (1 - 1e-9),
        ),
      )
    );
  };
  const over = room(giving(least), windows, wish);
  if (over < 1 - 1e-9) return null;
  // And half of what may be more, by ratio, so that all lie in the middle of what is left; less where more comes through the blank
  // than in proportion.
  const isBothSided = new Set(groups.map(([first]) => sideOf(first))).size > 1;
  for (const part of isBothSided ? [1 / 2, 1 / 4, 1 / 8, 0] : [1 / 2]) {
    const wanted = least.map((heat, k) => (heat * Math.max(1, over) ** part) / rates[k]);
    const dwells = wholeSeconds(wanted, press, holds);
    if (dwells) return dwells;
  }
  return null;
}

/** Of the layer that takes the least more: how many times what it gets it would take. */
const room = (
  given: readonly GivenHeat[],
  windows: ReadonlyMap<string, HeatWindow>,
  { ground, overlaps = 1 }: PressWish,
): number =>
  Math.min(
    ...given.flatMap(({ layers, heat }, k) =>
      layers.map(
        (layer) => windows.get(layer.id)!.toSeconds / (overlaps * (heat + heatAgain(layer, k, given, ground))),
      ),
    ),
  );

/** Whole seconds, as near as they can be to what is wanted, that hold; null where none do. */
function wholeSeconds(
  wanted: readonly number[],
  { leastSeconds, mostSeconds }: PressScale,
  holds: (seconds: readonly number[]) => boolean,
): number[] | null {
  const clamp = (seconds: number) => Math.min(mostSeconds, Math.max(leastSeconds, seconds));
  const choices = wanted.map((seconds) => [
    ...new Set([Math.round(seconds), Math.ceil(seconds - 1e-9), Math.floor(seconds + 1e-9)].map(clamp)),
  ]);
  const tried = (chosen: readonly number[]): number[] | null => {
    if (chosen.length === choices.length) return holds(chosen) ? [...chosen] : null;
    for (const seconds of choices[chosen.length]) {
      const found = tried([...chosen, seconds]);
      if (found) return found;
    }
    return null;
  };
  return tried([]);
}

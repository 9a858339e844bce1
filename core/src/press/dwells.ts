import { heatRate } from '../recipes';
import { sideOf } from './heat-again';
import type { HeatWindow } from './heat-window';
import type { HeatLayer } from './layer';
import type { PressWish } from './press-wish';
import type { PressScale } from './press-scale';
import { heatThrough } from './through-blank';

/** A film that is not pressed to its end yet is held for so long at least, so that its carrier comes off, s. */
const TACK_SECONDS = 2;

/** What all layers of a group take together, in seconds at 150 °C: what comes later reaches all of them alike. */
interface GroupNeed {
  /** At its own pressing, for what gets nothing later. */
  own: number;
  /** By the end. */
  from: number;
  to: number;
}

function needOf(group: readonly HeatLayer[], windows: ReadonlyMap<string, HeatWindow>): GroupNeed {
  const need = { own: 0, from: 0, to: Infinity };
  for (const { id, needsOwnHeat } of group) {
    const { fromSeconds, toSeconds } = windows.get(id)!;
    if (needsOwnHeat) need.own = Math.max(need.own, fromSeconds);
    else need.from = Math.max(need.from, fromSeconds);
    need.to = Math.min(need.to, toSeconds);
  }
  return need;
}

/** For how many seconds each group is pressed at its temperature, so that every layer comes out right by the end; null where there is no way. */
export function dwellsFor(
  groups: readonly (readonly HeatLayer[])[],
  celsius: readonly number[],
  windows: ReadonlyMap<string, HeatWindow>,
  { press, ground, overlaps = 1 }: PressWish,
): number[] | null {
  const rates = celsius.map(heatRate);
  const needs = groups.map((group) => needOf(group, windows));
  const sides = groups.map(([first]) => sideOf(first));
  const isBothSided = new Set(sides).size > 1;
  /** What the pressings after one give to it. */
  const later = (k: number, heats: readonly number[]): number => {
    let sum = 0;
    for (let i = k + 1; i < heats.length; i++)
      sum += sides[i] === sides[k] ? heats[i] : heatThrough(celsius[i], heats[i] / rates[i], ground);
    return sum;
  };
  // The least that each pressing gives, from the last to the first: what comes later reaches what lies there already.
  const least: number[] = new Array<number>(groups.length).fill(0);
  for (let k = groups.length - 1; k >= 0; k--) {
    const tack = (k < groups.length - 1 ? TACK_SECONDS : press.leastSeconds) * rates[k];
    least[k] = Math.max(tack, needs[k].own, needs[k].from - later(k, least));
  }
  /** Of the group that takes the least more: how many times what it gets it would take. */
  const room = (heats: readonly number[]): number =>
    Math.min(...needs.map(({ to }, k) => to / (overlaps * (heats[k] + later(k, heats)))));
  const holds = (dwells: readonly number[]): boolean => {
    const heats = dwells.map((dwell, k) => dwell * rates[k]);
    return needs.every(({ own, from, to }, k) => {
      const got = heats[k] + later(k, heats);
      return got * overlaps <= to * (1 + 1e-9) && got >= from * (1 - 1e-9) && heats[k] >= own * (1 - 1e-9);
    });
  };
  const over = room(least);
  if (over < 1 - 1e-9) return null;
  // As the recipes say, wherever that comes out right: what is dialled in is then what stands in the book.
  const said = new Array<number>(groups.length).fill(0);
  for (let k = groups.length - 1; k >= 0; k--) {
    const heats = groups[k].map(({ dwellSeconds, temperatureC }) => dwellSeconds * heatRate(temperatureC));
    const mean = heats.reduce((sum, heat) => sum + heat, 0) / heats.length;
    said[k] = Math.max(least[k], mean - later(k, said));
  }
  const asSaid = wholeSeconds(
    said.map((heat, k) => heat / rates[k]),
    press,
    holds,
  );
  if (asSaid) return asSaid;
  // And half of what may be more, by ratio, so that all lie in the middle of what is left; less where more comes through the blank
  // than in proportion.
  for (const part of isBothSided ? [1 / 2, 1 / 4, 1 / 8, 0] : [1 / 2]) {
    const wanted = least.map((heat, k) => (heat * Math.max(1, over) ** part) / rates[k]);
    const dwells = wholeSeconds(wanted, press, holds);
    if (dwells) return dwells;
  }
  return null;
}

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

import { heatRate, TEMPERS, type Temper } from '../recipes';
import { groupings, isOneSided, orders } from './arrangements';
import { atOdds, type AtOdds } from './at-odds';
import { windowOf, type HeatWindow } from './heat-window';
import type { Ground, HeatLayer } from './layer';
import type { PressScale } from './press-scale';

/** What is laid on the blank, and how it is pressed. */
export interface PressWish {
  /** From the cloth up. */
  layers: readonly HeatLayer[];
  ground: Ground;
  press: PressScale;
  /** How often a place is pressed where the plate is set down several times; 1 where it is larger than the design. */
  overlaps?: number;
  /** Whether two layers lie over each other, so that the upper one has to come later; all do where nothing is said. */
  liesOver?: (upper: string, lower: string) => boolean;
}

/** Once under the plate. */
export interface Pressing {
  layers: string[];
  /** On the press's own dial, and what that is. */
  dialled: number;
  celsius: number;
  dwellSeconds: number;
  pressure: number | null;
}

/** What a layer gets of its heat by the end, and what it takes. */
export interface LayerHeat {
  layerId: string;
  window: HeatWindow;
  /** In seconds at 150 °C: all that reaches it, with what later pressings add. */
  gotSeconds: number;
}

export interface FoundPlan {
  pressings: Pressing[];
  heat: LayerHeat[];
  /** No better than the least proven of its layers. */
  grade: Temper;
}

export type PressPlan = { plan: FoundPlan; none: null } | { plan: null; none: AtOdds };

/** A film that is not pressed to its end yet is held for so long at least, so that its carrier comes off, s. */
const TACK_SECONDS = 2;

/**
 * How layers are pressed onto a blank so that each comes out right by the end: all at once where one window suits all, or in as few
 * pressings as work, from the cloth up. Heat that a layer gets again from what is pressed after it counts in. Where nothing works:
 * which two are at odds, and by how much.
 * @throws RangeError where there is no layer
 */
export function planPress(wish: PressWish): PressPlan {
  const { layers } = wish;
  if (layers.length === 0) throw new RangeError('At least one layer was expected on the blank; none came.');
  const windows = new Map(layers.map((layer) => [layer.id, windowOf(layer)]));
  for (const order of orders(layers, wish.liesOver)) {
    const plan = inOrder(order, windows, wish);
    if (plan) return { plan, none: null };
  }
  return { plan: null, none: atOdds(wish, windows, (pair) => planPress({ ...wish, layers: pair }).plan !== null) };
}

/** The fewest pressings that work in one order. */
function inOrder(
  order: readonly HeatLayer[],
  windows: ReadonlyMap<string, HeatWindow>,
  wish: PressWish,
): FoundPlan | null {
  for (const groups of groupings(order).filter((all) => all.every(isOneSided))) {
    const pressings = pressingsFor(groups, windows, wish);
    if (pressings)
      return {
        pressings,
        heat: order.map(({ id }) => ({
          layerId: id,
          window: windows.get(id)!,
          gotSeconds: got(pressings, groups, id, wish),
        })),
        grade: TEMPERS[Math.min(...order.map(({ temper }) => TEMPERS.indexOf(temper)))],
      };
  }
  return null;
}

/** All heat that reaches a layer: of its own pressing, and of those after it. */
function got(pressings: readonly Pressing[], groups: readonly HeatLayer[][], id: string, wish: PressWish): number {
  const k = pressings.findIndex(({ layers }) => layers.includes(id));
  const heats = pressings.map(({ celsius, dwellSeconds }) => dwellSeconds * heatRate(celsius));
  return (
    heats[k] +
    laterHeat(
      groups[k].find((layer) => layer.id === id)!,
      k,
      groups,
      heats,
      wish,
    )
  );
}

/** How each group is pressed; null where there is no way. */
function pressingsFor(
  groups: readonly (readonly HeatLayer[])[],
  windows: ReadonlyMap<string, HeatWindow>,
  wish: PressWish,
): Pressing[] | null {
  const { press, ground } = wish;
  const set: { dialled: number; celsius: number; pressure: number | null }[] = [];
  let limit = ground.heatLimitC ?? Infinity;
  for (const group of groups) {
    const own = group.map(({ id }) => windows.get(id)!);
    limit = Math.min(limit, ...group.map(({ heatLimitC }) => heatLimitC ?? Infinity));
    const celsius = warmest(
      press,
      Math.max(...own.map(({ fromC }) => fromC)),
      Math.min(limit, ...own.map(({ toC }) => toC)),
      mean(group.map(({ temperatureC }) => temperatureC)),
    );
    const pressure = pressureFor(press, own);
    if (!celsius || pressure === undefined) return null;
    set.push({ dialled: celsius.dial, celsius: celsius.celsius, pressure });
  }
  // The least that each pressing gives, from the last to the first: what comes later reaches what lies there already.
  const heats: number[] = [];
  for (let k = groups.length - 1; k >= 0; k--) {
    const tack = (k < groups.length - 1 ? TACK_SECONDS : press.leastSeconds) * heatRate(set[k].celsius);
    const needs = groups[k].map((layer) => {
      const later = layer.needsOwnHeat ? 0 : laterHeat(layer, k, groups, heats, wish);
      return windows.get(layer.id)!.fromSeconds - later;
    });
    heats[k] = Math.max(tack, ...needs);
  }
  // And half of what may be more, by ratio, so that all lie in the middle of what is left.
  const room = Math.min(...share(groups, heats, windows, wish));
  if (room < 1 - 1e-9) return null;
  const wanted = heats.map((heat, k) => (heat * Math.sqrt(Math.max(1, room))) / heatRate(set[k].celsius));
  const dwells = wholeSeconds(wanted, press, (seconds) => {
    const given = seconds.map((dwell, k) => dwell * heatRate(set[k].celsius));
    return (
      Math.min(...share(groups, given, windows, wish)) >= 1 - 1e-9 &&
      groups.every((group, k) =>
        group.every((layer) => {
          const later = layer.needsOwnHeat ? 0 : laterHeat(layer, k, groups, given, wish);
          return given[k] + later >= windows.get(layer.id)!.fromSeconds * (1 - 1e-9);
        }),
      )
    );
  });
  return (
    dwells && groups.map((group, k) => ({ layers: group.map(({ id }) => id), dwellSeconds: dwells[k], ...set[k] }))
  );
}

/** What of the pressings after one reaches a layer of it, in seconds at 150 °C. */
function laterHeat(
  layer: HeatLayer,
  k: number,
  groups: readonly (readonly HeatLayer[])[],
  heats: readonly number[],
  { ground }: Pick<PressWish, 'ground'>,
): number {
  let sum = 0;
  for (let later = k + 1; later < groups.length; later++)
    sum += heats[later] * reaching(layer, groups[later][0], ground);
  return sum;
}

/** How much of what is pressed on one side reaches the other: it fades with the thickness between. */
const FADES_MM = 2.5;
const reaching = (layer: HeatLayer, pressed: HeatLayer, { thicknessMm = 0 }: Ground): number =>
  (layer.side ?? 'front') === (pressed.side ?? 'front') ? 1 : Math.exp(-thicknessMm / FADES_MM);

/** For each layer, how many times what it gets it would take. */
const share = (
  groups: readonly (readonly HeatLayer[])[],
  heats: readonly number[],
  windows: ReadonlyMap<string, HeatWindow>,
  wish: PressWish,
): number[] =>
  groups.flatMap((group, k) =>
    group.map(
      (layer) =>
        windows.get(layer.id)!.toSeconds /
        ((wish.overlaps ?? 1) * (heats[k] + laterHeat(layer, k, groups, heats, wish))),
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

const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length;

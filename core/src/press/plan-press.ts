import { heatRate, TEMPERS, type Temper } from '../recipes';
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
        heat: order.map(({ id }) => ({ layerId: id, window: windows.get(id)!, gotSeconds: got(pressings, id) })),
        grade: TEMPERS[Math.min(...order.map(({ temper }) => TEMPERS.indexOf(temper)))],
      };
  }
  return null;
}

/** All heat that reaches a layer: of its own pressing, and of those after it. */
const got = (pressings: readonly Pressing[], id: string): number =>
  pressings
    .slice(pressings.findIndex(({ layers }) => layers.includes(id)))
    .reduce((sum, { celsius, dwellSeconds }) => sum + dwellSeconds * heatRate(celsius), 0);

/** How each group is pressed; null where there is no way. */
function pressingsFor(
  groups: readonly (readonly HeatLayer[])[],
  windows: ReadonlyMap<string, HeatWindow>,
  { press, ground, overlaps = 1 }: PressWish,
): Pressing[] | null {
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
  // What reaches each group from its own pressing on: enough for it, and not too much, also where the plate overlaps.
  const last = groups.length - 1;
  const tack = set.map(({ celsius }, k) => (k < last ? TACK_SECONDS : press.leastSeconds) * heatRate(celsius));
  const least = groups.map((group) => Math.max(...group.map(({ id }) => windows.get(id)!.fromSeconds)));
  const most = groups.map((group) => Math.min(...group.map(({ id }) => windows.get(id)!.toSeconds)) / overlaps);
  for (let k = last - 1; k >= 0; k--) least[k] = Math.max(least[k], least[k + 1] + tack[k]);
  for (let k = 1; k <= last; k++) most[k] = Math.min(most[k], most[k - 1] - tack[k - 1]);
  if (least.some((seconds, k) => seconds > most[k] * (1 + 1e-9))) return null;
  const pressings: Pressing[] = [];
  let after = 0;
  for (let k = last; k >= 0; k--) {
    const rate = heatRate(set[k].celsius);
    const [low, high] = [Math.max(least[k], after + (k < last ? tack[k] : 0)), most[k]];
    if (low > high * (1 + 1e-9)) return null;
    const dwell = wholeSeconds(
      (Math.sqrt(low * high) - after) / rate,
      (low - after) / rate,
      (high - after) / rate,
      press,
    );
    if (dwell === null) return null;
    after += dwell * rate;
    pressings.unshift({ layers: groups[k].map(({ id }) => id), dwellSeconds: dwell, ...set[k] });
  }
  return pressings;
}

/** A whole number of seconds between two ends, as near as it can be to what is wanted; null where there is none. */
function wholeSeconds(wanted: number, low: number, high: number, press: PressScale): number | null {
  const [from, to] = [
    Math.max(press.leastSeconds, Math.ceil(low - 1e-6)),
    Math.min(press.mostSeconds, Math.floor(high + 1e-6)),
  ];
  return from > to ? null : Math.min(to, Math.max(from, Math.round(wanted)));
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

/** All ways to cut an order into groups that are pressed after each other, the fewest first. */
function groupings<T>(order: readonly T[]): T[][][] {
  const cuts = Array.from({ length: 2 ** (order.length - 1) }, (_, bits) => bits);
  return cuts
    .map((bits) => {
      const groups: T[][] = [[order[0]]];
      for (let i = 1; i < order.length; i++)
        if (bits & (1 << (i - 1))) groups.push([order[i]]);
        else groups.at(-1)!.push(order[i]);
      return groups;
    })
    .sort((a, b) => a.length - b.length);
}

/** What lies on both sides of a blank is pressed side by side, never in one go. */
const isOneSided = (group: readonly HeatLayer[]): boolean =>
  new Set(group.map(({ side = 'front' }) => side)).size === 1;

/** The orders in which layers may be laid: from the cloth up first, then with those swapped that do not lie over each other. */
function* orders(layers: readonly HeatLayer[], liesOver: PressWish['liesOver']): Generator<readonly HeatLayer[]> {
  if (!liesOver) {
    yield layers;
    return;
  }
  yield* arranged([], layers, liesOver);
}

function* arranged(
  laid: readonly HeatLayer[],
  rest: readonly HeatLayer[],
  liesOver: NonNullable<PressWish['liesOver']>,
): Generator<readonly HeatLayer[]> {
  if (rest.length === 0) yield laid;
  for (const [i, next] of rest.entries()) {
    // What lies under it has to be there first.
    const isFree = rest.every((other, j) => j >= i || !liesOver(next.id, other.id));
    if (isFree)
      yield* arranged(
        [...laid, next],
        rest.filter((_, j) => j !== i),
        liesOver,
      );
  }
}

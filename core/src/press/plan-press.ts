import type { PressWish } from './press-wish';
import { heatRate, TEMPERS, type Temper } from '../recipes';
import { arrangements, type SetGroup } from './arrangements';
import { atOdds, type AtOdds } from './at-odds';
import { dwellsFor } from './dwells';
import { heatAgain } from './heat-again';
import { windowOf, type HeatWindow } from './heat-window';
import type { HeatLayer } from './layer';
import { plateSetsFor, type PlateSet } from './plate-set';
import { whyApart, type Apart } from './why-apart';

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
  /** Why each pressing after the first is one by itself. */
  apart: Apart[];
  /** No better than the least proven of its layers. */
  grade: Temper;
}

export type PressPlan = { plan: FoundPlan; none: null } | { plan: null; none: AtOdds };

/**
 * How layers are pressed onto a blank so that each comes out right by the end: in as few pressings as work, those that do not lie
 * over each other at once or in whatever order works; at one setting of the press where one window suits all. Heat that a layer gets again from what is pressed after it counts in. Where nothing works:
 * which two are at odds, and by how much.
 * @throws RangeError where there is no layer
 */
export function planPress(wish: PressWish): PressPlan {
  const { layers } = wish;
  if (layers.length === 0) throw new RangeError('At least one layer was expected on the blank; none came.');
  const windows = new Map(layers.map((layer) => [layer.id, windowOf(layer)]));
  const least = Math.min(wish.ground.heatLimitC ?? Infinity, ...layers.map(({ heatLimitC }) => heatLimitC ?? Infinity));
  const common = plateSetsFor(layers, windows, wish.press, least).slice(0, MOST_SETS);
  const tried = (groups: readonly SetGroup[]): PressPlan | null => {
    const dwells = dwellsFor(
      groups.map((group) => group.layers),
      groups.map(({ set }) => set.celsius),
      windows,
      wish,
    );
    return dwells && { plan: found(groups, dwells, windows, wish), none: null };
  };
  if (common.length > 0)
    for (const groups of arrangements(wish, () => common[0]))
      for (const set of common) {
        const plan = tried(groups.map((group) => ({ ...group, set })));
        if (plan) return plan;
      }
  const setsFor = (group: readonly HeatLayer[], limitC: number) =>
    plateSetsFor(group, windows, wish.press, limitC).slice(0, MOST_SETS);
  for (const groups of arrangements(wish, (group, limitC) => setsFor(group, limitC)[0] ?? null))
    for (const each of withOtherSets(groups, wish.ground.heatLimitC ?? Infinity, setsFor)) {
      const plan = tried(each);
      if (plan) return plan;
    }
  return { plan: null, none: atOdds(wish, windows, (pair) => planPress({ ...wish, layers: pair }).plan !== null) };
}

/** So many steps of the dial are tried for what is pressed in one go, and so many ways to set all that is pressed. */
const MOST_SETS = 8;
const MOST_WAYS = 48;

/** The same groups with other steps of the dial, those that are nearest to what the recipes say first. */
function withOtherSets(
  groups: readonly SetGroup[],
  groundLimitC: number,
  setsFor: (group: readonly HeatLayer[], limitC: number) => PlateSet[],
): SetGroup[][] {
  let limitC = groundLimitC;
  let ways: { groups: SetGroup[]; off: number }[] = [{ groups: [], off: 0 }];
  for (const { layers } of groups) {
    limitC = Math.min(limitC, ...layers.map(({ heatLimitC }) => heatLimitC ?? Infinity));
    const sets = setsFor(layers, limitC);
    ways = ways
      .flatMap((way) => sets.map((set, i) => ({ groups: [...way.groups, { layers, set }], off: way.off + i })))
      .sort((a, b) => a.off - b.off)
      .slice(0, MOST_WAYS);
  }
  return ways.map((way) => way.groups);
}

/** What is found, with the heat that each layer has by the end. */
function found(
  groups: readonly SetGroup[],
  dwells: readonly number[],
  windows: ReadonlyMap<string, HeatWindow>,
  { layers, ground, liesOver = () => true }: PressWish,
): FoundPlan {
  const given = groups.map(({ layers: own, set: { celsius } }, k) => ({
    layers: own,
    celsius,
    heat: dwells[k] * heatRate(celsius),
  }));
  return {
    pressings: groups.map(({ layers: own, set }, k) => ({
      layers: own.map(({ id }) => id),
      dwellSeconds: dwells[k],
      ...set,
    })),
    heat: layers.map((layer) => {
      const k = groups.findIndex((group) => group.layers.includes(layer));
      return {
        layerId: layer.id,
        window: windows.get(layer.id)!,
        gotSeconds: given[k].heat + heatAgain(layer, k, given, ground),
      };
    }),
    apart: groups.slice(1).map((group, k) => whyApart(group.layers, groups.slice(0, k + 1), windows, liesOver)),
    grade: TEMPERS[Math.min(...layers.map(({ temper }) => TEMPERS.indexOf(temper)))],
  };
}

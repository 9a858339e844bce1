import { heatRate, processOf, type Temper } from '../recipes';
import type { HeatLayer, PressEvidence } from './layer';

/** Where a layer comes out right. */
export interface HeatWindow {
  fromC: number;
  toC: number;
  /** Heat that it takes, in seconds at 150 °C. */
  fromSeconds: number;
  toSeconds: number;
  /** On the press's knob; null where it was pressed by hand. */
  pressure: { from: number; to: number } | null;
}

/** How sure the edges of a window are by its recipe's temper: standard deviation in log dose, and in °C. */
const SPREAD: Readonly<Record<Temper, { dose: number; celsius: number }>> = {
  bare: { dose: 0.2, celsius: 6 },
  straw: { dose: 0.14, celsius: 5 },
  bronze: { dose: 0.09, celsius: 3 },
  violet: { dose: 0.05, celsius: 2 },
  blue: { dose: 0.03, celsius: 1 },
};
/** So far either way of where it came out right the glue still does the same, °C. */
const SAME_GLUE_C = 8;
/** And so far on the knob, in its own turns. */
const SAME_PRESSURE = 1;

/** How far off a recipe is at first, as a standard deviation in log dose; three of them are out of all reason. */
const GUESS_SPREAD = 0.6;
const OUT_OF_REASON = 3;
/** How much a recipe's own numbers count beside each pressing that came out right, as so many of those. */
const RECIPE_COUNTS = 0.5;

const doseOf = ({ temperatureC, dwellSeconds }: Pick<PressEvidence, 'temperatureC' | 'dwellSeconds'>): number =>
  Math.log(Math.max(dwellSeconds, 0.1) * heatRate(temperatureC));

/**
 * The temperatures, the heat and the pressure at which a layer comes out right. What was right lies in it; what was not enough or
 * too much bounds it, half way to what was right; beyond that it is as wide as is usual for the process, less what is not sure by
 * the recipe's temper. Its recipe counts as it stood before; what is out of all reason beside it does not count.
 * Heat is counted by the Arrhenius dose, in seconds at 150 °C.
 * @example windowOf(layer) // { fromC: 145, toC: 155, fromSeconds: 12, toSeconds: 19, pressure: { from: 3, to: 5 } }
 */
export function windowOf(layer: HeatLayer): HeatWindow {
  const spread = SPREAD[layer.temper];
  const half = processOf('heat-press').window / 2;
  const evidence = layer.evidence.filter((one) => isInReason(layer, one));
  const rights = evidence.filter(({ outcome }) => outcome === 'right');
  const seen = rights.length > 0 ? rights : [layer];
  const under = evidence.filter(({ outcome }) => outcome.endsWith('under')).map(doseOf);
  const over = evidence.filter(({ outcome }) => outcome.endsWith('over')).map(doseOf);
  const [low, high] =
    rights.length > 0 ? extent(rights.map(doseOf)) : extent([shifted(doseOf(layer), under, over, half)]);
  // The recipe is where right was taken to lie before: what came out right draws the window there, the more often the more.
  const middle = rights.length > 0 ? drawn(doseOf(layer), (low + high) / 2, rights.length) : (low + high) / 2;
  const below = Math.max(-Infinity, ...under.filter((dose) => dose < low));
  const above = Math.min(Infinity, ...over.filter((dose) => dose > high));
  const from = Math.min(low, Math.max(middle - half + spread.dose, (below + low) / 2));
  const to = Math.max(high, Math.min(middle + half - spread.dose, (above + high) / 2));
  const [coolest, hottest] = extent(seen.map(({ temperatureC }) => temperatureC));
  const either = SAME_GLUE_C - spread.celsius;
  const pressures = seen.flatMap(({ pressure }) => pressure ?? []);
  return {
    fromC: coolest - either,
    toC: Math.min(hottest + either, layer.heatLimitC ?? Infinity),
    fromSeconds: Math.exp(from),
    toSeconds: Math.exp(to),
    pressure:
      pressures.length > 0
        ? { from: Math.min(...pressures) - SAME_PRESSURE, to: Math.max(...pressures) + SAME_PRESSURE }
        : null,
  };
}

const drawn = (recipe: number, seen: number, times: number): number =>
  (RECIPE_COUNTS * recipe + times * seen) / (RECIPE_COUNTS + times);

/**
 * Whether what came of a pressing can be believed beside its recipe: one second where fifteen are asked for does not hold everywhere,
 * however it was scored; that it did not hold is no wonder.
 * @param recipe its temperature at the plate, °C, and all its seconds
 */
export function isInReason(
  recipe: Pick<PressEvidence, 'temperatureC' | 'dwellSeconds'>,
  pressed: Pick<PressEvidence, 'temperatureC' | 'dwellSeconds' | 'outcome'>,
): boolean {
  const off = doseOf(pressed) - doseOf(recipe);
  const isExpected = off < 0 ? pressed.outcome.endsWith('under') : pressed.outcome.endsWith('over');
  return isExpected || Math.abs(off) <= OUT_OF_REASON * GUESS_SPREAD;
}

/** Where right may lie when nothing was right yet: away from all that was not. */
function shifted(recipe: number, under: readonly number[], over: readonly number[], half: number): number {
  const least = Math.max(recipe, ...under.map((dose) => dose + half));
  const most = Math.min(recipe, ...over.map((dose) => dose - half));
  return least > recipe && most < recipe ? (least + most) / 2 : least > recipe ? least : most;
}

const extent = (values: readonly number[]): [number, number] => [Math.min(...values), Math.max(...values)];

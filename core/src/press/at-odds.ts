import { heatRate } from '../recipes';
import { sideOf } from './heat-again';
import type { HeatWindow } from './heat-window';
import type { HeatLayer } from './layer';
import { heatThrough } from './through-blank';
import type { PressWish } from './press-wish';

/** Two that cannot be pressed together, in no order: what each of them wants, and how far apart that is. */
export interface AtOdds {
  /** A layer that wants more; */
  needs: string;
  /** and a layer, or the ground, that bears less. */
  bears: string;
  in: 'temperature' | 'heat' | 'pressure' | 'heat under the overlapping plate' | 'press' | 'whole seconds';
  /** What is wanted at least, and what is borne at most: °C, s at `atC`, or turns. */
  wanted: number;
  borne: number;
  unit: '°C' | 's' | 'turns';
  /** The temperature at which seconds are counted. */
  atC: number | null;
}

/**
 * Which two stand in the way of a plan, the furthest apart.
 * @param works whether two layers alone can be pressed
 */
export function atOdds(
  wish: PressWish,
  windows: ReadonlyMap<string, HeatWindow>,
  works: (pair: readonly HeatLayer[]) => boolean,
): AtOdds {
  const { layers, press, overlaps = 1 } = wish;
  for (const layer of layers) {
    const found = alone(layer, windows.get(layer.id)!, wish);
    if (found) return found;
  }
  const found: AtOdds[] = [];
  for (const [i, lower] of layers.entries())
    for (const upper of layers.slice(i + 1))
      if (layers.length === 2 || !works([lower, upper])) found.push(between(lower, upper, windows, wish));
  if (found.length > 0) return found.reduce((worst, one) => (apart(one) > apart(worst) ? one : worst));
  // Each two of them work; it is the heat of all that is too much for the lowest.
  const [first] = layers;
  const atC = layers.at(-1)!.temperatureC;
  const tacks = layers.slice(1).reduce((sum, { temperatureC }) => sum + 2 * heatRate(temperatureC), 0);
  const wanted = Math.max(...layers.map(({ id }) => windows.get(id)!.fromSeconds)) + tacks;
  const borne = windows.get(first.id)!.toSeconds / overlaps;
  return {
    needs: layers.at(-1)!.id,
    bears: first.id,
    in: wanted > borne ? 'heat' : 'whole seconds',
    wanted: wanted / heatRate(atC),
    borne: borne / heatRate(atC),
    unit: 's',
    atC: Math.min(atC, press.temperatures.at(-1)!.celsius),
  };
}

const apart = ({ wanted, borne, unit }: AtOdds): number => Math.abs(wanted - borne) / (unit === '°C' ? 5 : 1);

/** What of one layer is at odds with the ground, with the press, or with a plate that overlaps. */
function alone(layer: HeatLayer, window: HeatWindow, { ground, press, overlaps = 1 }: PressWish): AtOdds | null {
  const limit = ground.heatLimitC ?? Infinity;
  const asks = (bears: string, borne: number): AtOdds => ({
    needs: layer.id,
    bears,
    in: bears === 'press' ? 'press' : 'temperature',
    wanted: window.fromC,
    borne,
    unit: '°C',
    atC: null,
  });
  if (window.fromC > limit) return asks(ground.id, limit);
  const hottest = press.temperatures.at(-1)!.celsius;
  if (window.fromC > hottest) return asks('press', hottest);
  if (window.fromC > window.toC) return asks(layer.id, window.toC);
  const atC = Math.min(layer.temperatureC, window.toC, limit);
  if (overlaps > 1 && window.fromSeconds > window.toSeconds / overlaps)
    return {
      needs: layer.id,
      bears: layer.id,
      in: 'heat under the overlapping plate',
      wanted: (window.fromSeconds * overlaps) / heatRate(atC),
      borne: window.toSeconds / heatRate(atC),
      unit: 's',
      atC,
    };
  const longest = press.mostSeconds * heatRate(atC);
  if (window.fromSeconds > longest)
    return {
      needs: layer.id,
      bears: 'press',
      in: 'press',
      wanted: window.fromSeconds / heatRate(atC),
      borne: press.mostSeconds,
      unit: 's',
      atC,
    };
  return null;
}

/** What is between two layers, of which the upper one comes later. */
function between(
  lower: HeatLayer,
  upper: HeatLayer,
  windows: ReadonlyMap<string, HeatWindow>,
  { ground, overlaps = 1 }: PressWish,
): AtOdds {
  const [below, above] = [windows.get(lower.id)!, windows.get(upper.id)!];
  const limit = lower.heatLimitC ?? Infinity;
  if (above.fromC > limit)
    return {
      needs: upper.id,
      bears: lower.id,
      in: 'temperature',
      wanted: above.fromC,
      borne: limit,
      unit: '°C',
      atC: null,
    };
  const atC = Math.min(upper.temperatureC, limit, above.toC);
  const [wanted, borne] = [heatBoth(lower, upper, windows, atC, ground), below.toSeconds / overlaps];
  const byHeat: AtOdds = {
    needs: upper.id,
    bears: lower.id,
    in: 'heat',
    wanted: wanted / heatRate(atC),
    borne: borne / heatRate(atC),
    unit: 's',
    atC,
  };
  if (wanted > borne) return byHeat;
  const [a, b] = [below.pressure, above.pressure];
  if (a && b && (a.from > b.to || b.from > a.to)) {
    const [more, less] = a.from > b.to ? [lower, upper] : [upper, lower];
    const [wantedTurns, borneTurns] = a.from > b.to ? [a.from, b.to] : [b.from, a.to];
    return {
      needs: more.id,
      bears: less.id,
      in: 'pressure',
      wanted: wantedTurns,
      borne: borneTurns,
      unit: 'turns',
      atC: null,
    };
  }
  // They meet only between two whole seconds of the timer.
  return { ...byHeat, in: 'whole seconds' };
}

/** The least heat that the lower of two has in the end, in seconds at 150 °C: its own, and what reaches it of the upper one's. */
function heatBoth(
  lower: HeatLayer,
  upper: HeatLayer,
  windows: ReadonlyMap<string, HeatWindow>,
  atC: number,
  ground: PressWish['ground'],
): number {
  const above = windows.get(upper.id)!.fromSeconds;
  const own = lower.needsOwnHeat ? windows.get(lower.id)!.fromSeconds : 2 * heatRate(lower.temperatureC);
  return own + (sideOf(lower) === sideOf(upper) ? above : heatThrough(atC, above / heatRate(atC), ground));
}

import { heatRate } from '../recipes';
import type { SetGroup } from './arrangements';
import { sideOf } from './heat-again';
import type { HeatWindow } from './heat-window';
import type { HeatLayer } from './layer';

/** Why layers are pressed by themselves, after what lies there already. */
export interface Apart {
  because: 'the other side' | 'lies over' | 'temperature' | 'heat' | 'pressure';
  /** What is pressed later, and what lies there already. */
  later: string;
  before: string;
  /** What one wants at least and the other bears at most, where that is why: °C, s at `atC`, or turns. */
  wanted: number | null;
  borne: number | null;
  unit: '°C' | 's' | 'turns' | null;
  atC: number | null;
}

/** Why a group is pressed apart from the groups before it: the first reason that holds between two of their layers. */
export function whyApart(
  group: readonly HeatLayer[],
  before: readonly SetGroup[],
  windows: ReadonlyMap<string, HeatWindow>,
  liesOver: (upper: string, lower: string) => boolean,
): Apart {
  const pairs = group.flatMap((later) =>
    [...before].reverse().flatMap(({ layers }) => layers.map((earlier) => [later, earlier] as const)),
  );
  const plain = { wanted: null, borne: null, unit: null, atC: null };
  const named = ([later, earlier]: (typeof pairs)[number]) => ({ later: later.id, before: earlier.id });
  const side = pairs.find(([later, earlier]) => sideOf(later) !== sideOf(earlier));
  if (side) return { ...plain, ...named(side), because: 'the other side' };
  const over = pairs.find(([later, earlier]) => liesOver(later.id, earlier.id));
  if (over) return { ...plain, ...named(over), because: 'lies over' };
  for (const pair of pairs) {
    const between = conflict(windows.get(pair[0].id)!, windows.get(pair[1].id)!);
    if (between) return { ...named(pair), ...between };
  }
  // Each two would do; it is all of them together that no one setting suits.
  const [later, earlier] = pairs[0];
  const [a, b] = [later, earlier].map(({ dwellSeconds, temperatureC }) => dwellSeconds * heatRate(temperatureC));
  const rate = heatRate(later.temperatureC);
  return {
    ...named(pairs[0]),
    because: 'heat',
    wanted: Math.max(a, b) / rate,
    borne: Math.min(a, b) / rate,
    unit: 's',
    atC: later.temperatureC,
  };
}

/** In what two windows do not meet, the first that holds. */
function conflict(a: HeatWindow, b: HeatWindow): Omit<Apart, 'later' | 'before'> | null {
  const [hot, cool] = a.fromC > b.fromC ? [a, b] : [b, a];
  if (hot.fromC > cool.toC)
    return { because: 'temperature', wanted: hot.fromC, borne: cool.toC, unit: '°C', atC: null };
  const [more, less] = a.fromSeconds > b.fromSeconds ? [a, b] : [b, a];
  if (more.fromSeconds > less.toSeconds) {
    const atC = (Math.max(a.fromC, b.fromC) + Math.min(a.toC, b.toC)) / 2;
    const rate = heatRate(atC);
    return { because: 'heat', wanted: more.fromSeconds / rate, borne: less.toSeconds / rate, unit: 's', atC };
  }
  const [p, q] = [a.pressure, b.pressure];
  if (p && q && (p.from > q.to || q.from > p.to))
    return {
      because: 'pressure',
      wanted: Math.max(p.from, q.from),
      borne: Math.min(p.to, q.to),
      unit: 'turns',
      atC: null,
    };
  return null;
}

import { sideOf } from './heat-again';
import type { HeatLayer } from './layer';
import type { PlateSet } from './plate-set';
import type { PressWish } from './press-wish';

/** What is pressed in one go, and what the press is set to for it. */
export interface SetGroup {
  layers: readonly HeatLayer[];
  set: PlateSet;
}

/**
 * All ways to press layers in groups after each other, the fewest groups first and as they were laid first: what lies under a layer
 * is pressed and peeled before it, as its carrier would lie between; what lies on both sides of a blank is pressed side by side; and
 * for each group the press can be set.
 * @param setFor what suits a group on what bears so much, °C; null for nothing
 */
export function* arrangements(
  { layers, ground, liesOver = () => true }: Pick<PressWish, 'layers' | 'ground' | 'liesOver'>,
  setFor: (group: readonly HeatLayer[], limitC: number) => PlateSet | null,
): Generator<readonly SetGroup[]> {
  const all = 2 ** layers.length - 1;
  const of = (mask: number): HeatLayer[] => layers.filter((_, i) => mask & (1 << i));
  /** What has to be there before a layer. */
  const under = layers.map((upper, i) =>
    layers.slice(0, i).reduce((mask, lower, j) => (liesOver(upper.id, lower.id) ? mask | (1 << j) : mask), 0),
  );
  const isGroup = (mask: number, laid: number): boolean => {
    const group = of(mask);
    return (
      group.every((layer) => sideOf(layer) === sideOf(group[0])) &&
      under.every((below, i) => !(mask & (1 << i)) || (below & ~laid) === 0)
    );
  };
  const sets = new Map<string, PlateSet | null>();
  const known = (mask: number, group: readonly HeatLayer[], bears: number): PlateSet | null => {
    const key = `${mask} ${bears}`;
    if (!sets.has(key)) sets.set(key, setFor(group, bears));
    return sets.get(key)!;
  };
  function* after(laid: number, limitC: number, groups: readonly SetGroup[], count: number): Generator<SetGroup[]> {
    if (laid === all) yield [...groups];
    if (laid === all || groups.length === count) return;
    const rest = all & ~laid;
    const isLast = groups.length === count - 1;
    for (let mask = isLast ? rest : 1; mask <= rest; mask++) {
      if ((mask & ~rest) !== 0 || !isGroup(mask, laid)) continue;
      const group = of(mask);
      const bears = Math.min(limitC, ...group.map(({ heatLimitC }) => heatLimitC ?? Infinity));
      const set = known(mask, group, bears);
      if (set) yield* after(laid | mask, bears, [...groups, { layers: group, set }], count);
    }
  }
  for (let count = 1; count <= layers.length; count++)
    for (const groups of after(0, ground.heatLimitC ?? Infinity, [], count)) if (groups.length === count) yield groups;
}

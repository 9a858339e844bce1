import type { HeatLayer } from './layer';
import type { PressWish } from './plan-press';

/** All ways to cut an order into groups that are pressed after each other, the fewest first. */
export function groupings<T>(order: readonly T[]): T[][][] {
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
export const isOneSided = (group: readonly HeatLayer[]): boolean =>
  new Set(group.map(({ side = 'front' }) => side)).size === 1;

/** The orders in which layers may be laid: from the cloth up first, then with those swapped that do not lie over each other. */
export function* orders(
  layers: readonly HeatLayer[],
  liesOver: PressWish['liesOver'],
): Generator<readonly HeatLayer[]> {
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

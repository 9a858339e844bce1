import type { Part } from './document';
import { standsOn } from './making';

/** Parts with those that they stand on before them, and those that cannot be made as they go round in a circle. */
export interface MakingOrder {
  inOrder: Part[];
  inCircle: Part[];
}

/** In which order parts can be made. A part that stands on a circle counts to it. Parts that are gone hold nothing up. */
export function makingOrder(parts: readonly Part[]): MakingOrder {
  const there = new Set(parts.map(({ id }) => id));
  const waiting = new Map<string, number>();
  const above = new Map<string, Part[]>();
  for (const part of parts) {
    const under = new Set(standsOn(part.making).filter((id) => there.has(id)));
    waiting.set(part.id, under.size);
    for (const id of under) {
      const list = above.get(id);
      if (list) list.push(part);
      else above.set(id, [part]);
    }
  }
  const inOrder = parts.filter(({ id }) => waiting.get(id) === 0);
  for (let i = 0; i < inOrder.length; i++) {
    for (const part of above.get(inOrder[i].id) ?? []) {
      const left = waiting.get(part.id)! - 1;
      waiting.set(part.id, left);
      if (left === 0) inOrder.push(part);
    }
  }
  return { inOrder, inCircle: parts.filter(({ id }) => waiting.get(id)! > 0) };
}

import type { Bounds } from '../geometry';

/** A part as the search for strays sees it. */
export interface StrayCandidate {
  id: string;
  bounds: Bounds;
  isClosed: boolean;
}

/** A stray is at most this high, as a share of the whole drawing. */
const SMALL_SHARE = 0.12;
/** Letters of one label stand nearer than this, as a multiple of their height. */
const WORD_GAP = 1.2;
/** A label stands off from everything else by more than this, as a multiple of its height. */
const FAR_GAP = 1.5;
const MOST_PARTS = 3000;

/**
 * Groups of small closed parts that stand together, far from the rest: most likely a layer's name or a note drawn into
 * the file. Each group holds ids; groups as large as half of all parts are no strays.
 */
export function strayLabels(parts: readonly StrayCandidate[]): string[][] {
  if (parts.length < 3 || parts.length > MOST_PARTS) return [];
  const whole = parts.map(({ bounds }) => bounds).reduce(joined);
  const heightOf = ({ bounds }: StrayCandidate) => bounds.maxY - bounds.minY;
  const extent = Math.max(whole.maxX - whole.minX, whole.maxY - whole.minY);
  const small = parts.filter((part) => part.isClosed && Math.max(heightOf(part), part.bounds.maxX - part.bounds.minX) <= SMALL_SHARE * extent);
  const groups: StrayCandidate[][] = [];
  for (const part of small) {
    const near = groups.filter((group) => group.some((other) => gap(part.bounds, other.bounds) <= WORD_GAP * Math.max(heightOf(part), heightOf(other))));
    const merged = [part, ...near.flat()];
    for (const group of near) groups.splice(groups.indexOf(group), 1);
    groups.push(merged);
  }
  return groups
    .filter((group) => {
      if (group.length < 2 || group.length * 2 > parts.length) return false;
      const box = group.map(({ bounds }) => bounds).reduce(joined);
      const height = Math.max(...group.map(heightOf));
      return parts.every((other) => group.includes(other) || gap(box, other.bounds) >= FAR_GAP * height);
    })
    .map((group) => group.map(({ id }) => id));
}

const joined = (a: Bounds, b: Bounds): Bounds => ({ minX: Math.min(a.minX, b.minX), minY: Math.min(a.minY, b.minY), maxX: Math.max(a.maxX, b.maxX), maxY: Math.max(a.maxY, b.maxY) });

/** The free way between two boxes; 0 where one lies in or over the other. */
function gap(a: Bounds, b: Bounds): number {
  return Math.hypot(Math.max(0, a.minX - b.maxX, b.minX - a.maxX), Math.max(0, a.minY - b.maxY, b.minY - a.maxY));
}

import Flatbush from 'flatbush';
import { joinBounds, type Bounds } from '../geometry';

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

/**
 * Groups of small closed parts that stand together, far from the rest: most likely a layer's name or a note drawn into
 * the file. Each group holds ids; groups as large as half of all parts are no strays.
 */
export function strayLabels(parts: readonly StrayCandidate[]): string[][] {
  if (parts.length < 3) return [];
  const whole = parts.map(({ bounds }) => bounds).reduce(joinBounds);
  const extent = Math.max(whole.maxX - whole.minX, whole.maxY - whole.minY);
  const small = parts.filter(
    (part) => part.isClosed && Math.max(heightOf(part), part.bounds.maxX - part.bounds.minX) <= SMALL_SHARE * extent,
  );
  const all = indexOf(parts);
  return words(small)
    .filter((group) => {
      if (group.length < 2 || group.length * 2 > parts.length) return false;
      const box = group.map(({ bounds }) => bounds).reduce(joinBounds);
      const far = FAR_GAP * Math.max(...group.map(heightOf));
      const own = new Set(group);
      return within(all, parts, box, far).every((other) => own.has(other) || gap(box, other.bounds) >= far);
    })
    .map((group) => group.map(({ id }) => id));
}

/** Parts that stand near each other, and near those that stand near them. */
function words(small: readonly StrayCandidate[]): StrayCandidate[][] {
  const index = indexOf(small);
  const neighbours = new Map<StrayCandidate, StrayCandidate[]>(small.map((part) => [part, []]));
  for (const part of small) {
    const near = WORD_GAP * heightOf(part);
    // The higher of two finds the other.
    for (const other of within(index, small, part.bounds, near)) {
      if (other === part || gap(part.bounds, other.bounds) > near) continue;
      neighbours.get(part)!.push(other);
      neighbours.get(other)!.push(part);
    }
  }
  const seen = new Set<StrayCandidate>();
  return small.flatMap((first) => {
    if (seen.has(first)) return [];
    const group = [first];
    seen.add(first);
    for (const part of group) {
      for (const other of neighbours.get(part)!) {
        if (!seen.has(other)) {
          seen.add(other);
          group.push(other);
        }
      }
    }
    return [group];
  });
}

function indexOf(parts: readonly StrayCandidate[]): Flatbush | null {
  if (parts.length === 0) return null;
  const index = new Flatbush(parts.length);
  for (const { bounds } of parts) index.add(bounds.minX, bounds.minY, bounds.maxX, bounds.maxY);
  index.finish();
  return index;
}

const within = (
  index: Flatbush | null,
  parts: readonly StrayCandidate[],
  { minX, minY, maxX, maxY }: Bounds,
  far: number,
): StrayCandidate[] => (index ? index.search(minX - far, minY - far, maxX + far, maxY + far).map((i) => parts[i]) : []);

const heightOf = ({ bounds }: StrayCandidate) => bounds.maxY - bounds.minY;

/** The free way between two boxes; 0 where one lies in or over the other. */
function gap(a: Bounds, b: Bounds): number {
  return Math.hypot(Math.max(0, a.minX - b.maxX, b.minX - a.maxX), Math.max(0, a.minY - b.maxY, b.minY - a.maxY));
}

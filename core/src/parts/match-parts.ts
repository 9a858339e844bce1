import Flatbush from 'flatbush';
import type { Bounds } from '../geometry';

/** What is needed of a part to find it again in another reading of the same drawing. */
export interface KnownPart {
  colour: string;
  layer: string | null;
  bounds: Bounds;
}

/** Parts whose boxes share less than this are not the same. */
const SAME_SHARE = 0.5;
/** A line has a box without area: it counts as this broad, as a share of the drawing. */
const HAIR = 1e-4;

/**
 * For each part of a new reading the part of the old one that it is, or null: the box that covers the most of the same
 * place, of the same colour before another. Both readings are taken as they are, or brought to the same size where more
 * is found so.
 */
export function matchParts(before: readonly KnownPart[], after: readonly KnownPart[]): (number | null)[] {
  const count = (found: readonly (number | null)[]) => found.filter((match) => match !== null).length;
  const frame = frameOf(before);
  const asTheyAre = matchBoxes(before, after, inFrame(before, frame), inFrame(after, frame));
  if (count(asTheyAre) === Math.min(before.length, after.length)) return asTheyAre;
  const asLarge = matchBoxes(before, after, inFrame(before, frame), inFrame(after, frameOf(after)));
  return count(asLarge) > count(asTheyAre) ? asLarge : asTheyAre;
}

function matchBoxes(
  before: readonly KnownPart[],
  after: readonly KnownPart[],
  old: readonly Bounds[],
  now: readonly Bounds[],
): (number | null)[] {
  const taken = new Set<number>();
  const found: (number | null)[] = after.map(() => null);
  if (old.length === 0) return found;
  const index = new Flatbush(old.length);
  for (const { minX, minY, maxX, maxY } of old) index.add(minX, minY, maxX, maxY);
  index.finish();
  const pairs = now
    .flatMap((box, i) =>
      index
        .search(box.minX - HAIR, box.minY - HAIR, box.maxX + HAIR, box.maxY + HAIR)
        .map((j) => ({ other: old[j], j }))
        .map(({ other, j }) => ({
          i,
          j,
          share:
            sharedArea(box, other) +
            (after[i].colour === before[j].colour && after[i].layer === before[j].layer ? 1 : 0),
          plain: sharedArea(box, other),
        })),
    )
    .filter(({ plain }) => plain >= SAME_SHARE)
    .sort((a, b) => b.share - a.share);
  for (const { i, j } of pairs) {
    if (found[i] !== null || taken.has(j)) continue;
    found[i] = j;
    taken.add(j);
  }
  return found;
}

/** What a whole drawing takes up: its upper left corner, and its longer side. */
interface Frame {
  minX: number;
  minY: number;
  size: number;
}

function frameOf(parts: readonly KnownPart[]): Frame {
  const minX = parts.reduce((least, { bounds }) => Math.min(least, bounds.minX), Infinity);
  const minY = parts.reduce((least, { bounds }) => Math.min(least, bounds.minY), Infinity);
  const size = parts.reduce((most, { bounds }) => Math.max(most, bounds.maxX - minX, bounds.maxY - minY), 1e-9);
  return { minX, minY, size };
}

/** Boxes as shares of a frame. */
const inFrame = (parts: readonly KnownPart[], { minX, minY, size }: Frame): Bounds[] =>
  parts.map(({ bounds: b }) => ({
    minX: (b.minX - minX) / size,
    minY: (b.minY - minY) / size,
    maxX: (b.maxX - minX) / size,
    maxY: (b.maxY - minY) / size,
  }));

/** The share of two boxes that both cover, of what they cover together. */
function sharedArea(a: Bounds, b: Bounds): number {
  const width = (low: number, high: number) => high - low + HAIR;
  const across = Math.min(a.maxX, b.maxX) - Math.max(a.minX, b.minX) + HAIR;
  const down = Math.min(a.maxY, b.maxY) - Math.max(a.minY, b.minY) + HAIR;
  if (across <= 0 || down <= 0) return 0;
  const both = across * down;
  return both / (width(a.minX, a.maxX) * width(a.minY, a.maxY) + width(b.minX, b.maxX) * width(b.minY, b.maxY) - both);
}

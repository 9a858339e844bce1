import type { Bounds } from '../geometry';
import type { PlacedPart } from '../layout';

/** What was found of parts before, by what was looked for and their shape: a part that only moved is not looked at again. */
export type PartMemo = Map<string, Bounds[]>;

const MOST_KEPT = 20_000;

/** Places in a part, from the memo where its shape was looked at before. `look` gives them where the part lies. */
export function rememberPlaces(memo: PartMemo, what: string, part: PlacedPart, look: () => Bounds[]): Bounds[] {
  const { minX, minY } = part.bounds;
  const key = `${what} ${shapeKey(part)}`;
  const known = memo.get(key);
  if (known) return known.map((place) => shifted(place, minX, minY));
  const found = look();
  if (memo.size >= MOST_KEPT) memo.clear();
  memo.set(
    key,
    found.map((place) => shifted(place, -minX, -minY)),
  );
  return found;
}

const shifted = (b: Bounds, x: number, y: number): Bounds => ({
  minX: b.minX + x,
  minY: b.minY + y,
  maxX: b.maxX + x,
  maxY: b.maxY + y,
});

/** Two FNV-1a hashes of the points to a tenth of a micrometre, from the part's own corner. */
function shapeKey({ contours, bounds }: PlacedPart): string {
  let [a, b, count] = [0x811c9dc5, 0x9747b28c, 0];
  for (const { points, closed } of contours) {
    a = Math.imul(a ^ (closed ? 1 : 2), 0x01000193);
    for (const { x, y } of points) {
      a = Math.imul(a ^ Math.round((x - bounds.minX) * 1e4), 0x01000193);
      b = Math.imul(b ^ Math.round((y - bounds.minY) * 1e4), 0x01000193);
      count += 1;
    }
  }
  return `${count} ${a} ${b}`;
}

import { placeOn, type GarmentPlace, type OnGarment } from './place-on';
import { GARMENT_SIZES, type GarmentSize } from './sizes';

/** So many of one size. */
export interface SizeCount {
  size: GarmentSize;
  count: number;
}

/** Sizes that get a design of one width. */
export interface SizeGroup {
  widthMm: number;
  heightMm: number;
  /** How many in all. */
  count: number;
  sizes: { name: string; count: number; on: OnGarment }[];
}

/** Sizes whose designs would be this near to each other in width get the same, mm. */
const SAME_MM = 25;

/**
 * What has to be cut for a whole set of sizes: few widths, so that one setting of the sheet serves several sizes; each group as wide
 * as its smallest size bears.
 * @throws RangeError where nothing is counted
 */
export function cutList(
  counts: readonly SizeCount[],
  place: GarmentPlace,
  design: { widthMm: number; heightMm: number },
): SizeGroup[] {
  const wanted = counts.filter(({ count }) => count > 0);
  if (wanted.length === 0) throw new RangeError('At least one garment was expected in the set; none came.');
  const each = wanted
    .map(({ size, count }) => ({ size, count, on: placeOn(size, place, design) }))
    .sort((a, b) => a.on.widthMm - b.on.widthMm || GARMENT_SIZES.indexOf(a.size) - GARMENT_SIZES.indexOf(b.size));
  const groups: SizeGroup[] = [];
  for (const { size, count, on } of each) {
    const group = groups.at(-1);
    if (group && on.widthMm - group.widthMm < SAME_MM) {
      group.count += count;
      group.sizes.push({ name: size.name, count, on: asWideAs(on, group) });
    } else groups.push({ widthMm: on.widthMm, heightMm: on.heightMm, count, sizes: [{ name: size.name, count, on }] });
  }
  return groups;
}

/** The same place with a narrower design: its upper edge, or the lower one above a hem, stays. */
function asWideAs(on: OnGarment, { widthMm, heightMm }: Pick<SizeGroup, 'widthMm' | 'heightMm'>): OnGarment {
  const less = (on.widthMm - widthMm) / 2;
  const shorter = (on.heightMm - heightMm) / 2;
  return {
    ...on,
    widthMm,
    heightMm,
    middleMm: on.from.startsWith('above') ? on.middleMm + shorter : on.middleMm - shorter,
    toEdgeMm: { left: on.toEdgeMm.left + less, right: on.toEdgeMm.right + less },
  };
}

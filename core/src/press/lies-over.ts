import { intersection, knownBounds, regionArea, regionOf, type CurveContour, type Region } from '../geometry';
import { sideOf } from './heat-again';

/** What of a layer is there after weeding, as it is drawn. */
export interface LyingLayer {
  id: string;
  side?: 'front' | 'back';
  /** What it comes on, by name: what is printed on one sheet of paper goes over in one go. Each has its own where nothing is said. */
  carrier?: string;
  /** Of each of its parts. */
  parts: readonly { contours: CurveContour[] }[];
}

/** Films that meet in less than this only touch, mm². */
const TOUCHES_MM2 = 0.5;

/**
 * Which layers lie over each other: what covers the same place of the same side of a blank. A letter in the hole of a ring lies
 * beside it, and so does what comes on the same carrier. Of a part that has no closed outline its box counts.
 * @example liesOverOf(layers)('glitter', 'white') // true
 */
export function liesOverOf(layers: readonly LyingLayer[]): (upper: string, lower: string) => boolean {
  const regions = new Map(layers.map(({ id, parts }) => [id, parts.map(({ contours }) => covered(contours))]));
  const sides = new Map(layers.map((layer) => [layer.id, sideOf(layer)]));
  const carriers = new Map(layers.map(({ id, carrier }) => [id, carrier]));
  const known = new Map<string, boolean>();
  return (upper, lower) => {
    if (sides.get(upper) !== sides.get(lower)) return false;
    const carrier = carriers.get(upper);
    if (carrier !== undefined && carrier === carriers.get(lower)) return false;
    const key = `${upper} ${lower}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const meets = (regions.get(upper) ?? []).some((own) =>
      (regions.get(lower) ?? []).some((other) => regionArea(intersection(own, other)) > TOUCHES_MM2),
    );
    known.set(key, meets);
    return meets;
  };
}

function covered(contours: CurveContour[]): Region {
  const region = regionOf(contours);
  if (region.length > 0) return region;
  const box = knownBounds(contours);
  if (!box) return [];
  const { minX, minY, maxX, maxY } = box;
  return [
    [
      { x: minX, y: minY },
      { x: maxX, y: minY },
      { x: maxX, y: maxY },
      { x: minX, y: maxY },
    ],
  ];
}

import { boundsOf, type Bounds } from './bounds';
import { difference, offset, regionArea, type Region } from './clip';

/** A place of a region that is narrower than asked for. */
export interface ThinPlace {
  bounds: Bounds;
  areaMm2: number;
  /** Whether it is a whole piece that is too narrow everywhere. */
  isWhole: boolean;
}

/**
 * A corner sharper than about 40° leaves more than this, in units of r², where a disc of radius r rolls inside it
 * (1/tan(θ/2) − (π − θ)/2 at θ = 40° is 1.53). Blunter corners are no thin places, only corners.
 */
const CORNER_SHARE = 1.5;
/** Offsetting out again a little further closes the hair-wide rests that rounding leaves along the edge. */
const EDGE_SLACK_MM = 0.01;

/**
 * The places where a normalised region is narrower than `widthMm`, by morphological opening: shrink by half the
 * width, grow again, and see what did not come back. Whole pieces that vanish count however small they are.
 * @throws RangeError where the width is not positive
 */
export function thinPlaces(region: Region, widthMm: number): ThinPlace[] {
  if (!(widthMm > 0)) throw new RangeError(`The smallest width must be more than 0 mm; ${widthMm} was given.`);
  const radius = widthMm / 2;
  const core = offset(region, -radius);
  const opened = core.length ? offset(core, radius + EDGE_SLACK_MM) : [];
  const rest = opened.length ? difference(region, opened) : region;
  const places: ThinPlace[] = [];
  for (const ring of rest) {
    const areaMm2 = regionArea([ring]);
    const bounds = boundsOf(ring);
    if (!bounds || areaMm2 === 0) continue;
    const isWhole = region.some((original) => sameBounds(boundsOf(original), bounds));
    if (isWhole || areaMm2 > CORNER_SHARE * radius * radius) places.push({ bounds, areaMm2, isWhole });
  }
  return places;
}

function sameBounds(a: Bounds | null, b: Bounds): boolean {
  if (!a) return false;
  return (
    Math.abs(a.minX - b.minX) + Math.abs(a.minY - b.minY) + Math.abs(a.maxX - b.maxX) + Math.abs(a.maxY - b.maxY) < 1e-3
  );
}

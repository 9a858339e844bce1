import simplify from 'simplify-js';
import { areaOf, combined, inflated, JoinType, unionOf } from './clipping-library';
import { crossesItself } from './crosses-itself';
import type { Point } from './point';
import { signedArea } from './polygon';

/** A region of the plane: its rings together under the even-odd rule, holes among them. mm. */
export type Region = Point[][];

/** How far a rounded corner of an offset may be from the true arc, in mm. */
const ARC_TOLERANCE_MM = 0.005;

/** All of the regions together, with overlaps and doubled edges resolved. */
export function union(regions: Region[]): Region {
  return unionOf(regions.flat(), 'nonzero');
}

/** The same region with its rings put right: outer rings one way, holes the other. */
export function normalise(region: Region): Region {
  return unionOf(region, 'evenodd');
}

/** What of `from` lies outside `taken`. */
export function difference(from: Region, taken: Region): Region {
  return combined('difference', from, taken, 'nonzero');
}

/** What one or the other covers; each by itself counts as filled wherever a ring of it goes round (nonzero). */
export function either(a: Region, b: Region): Region {
  return combined('union', a, b, 'nonzero');
}

/**
 * What any of the regions covers, in one go; each by itself counts as filled wherever a ring of it goes round (nonzero). Rings that
 * go round the other way would take each other away where they meet, so that all are made to go round one way first.
 */
export function joined(regions: readonly Region[]): Region {
  return union(regions.map(roundOneWay));
}

/** A region whose outer rings go round one way and its holes the other; rings that cross themselves are put right before. */
function roundOneWay(region: Region): Region {
  if (region.length !== 1) return region;
  const [ring] = region;
  if (crossesItself(ring)) return union([[ring]]);
  return signedArea(ring) < 0 ? [[...ring].reverse()] : region;
}

/** What both regions cover. */
export function intersection(a: Region, b: Region): Region {
  return combined('intersection', a, b, 'nonzero');
}

/** What just one of two regions covers. */
export function symmetricDifference(a: Region, b: Region): Region {
  return combined('symmetricDifference', a, b, 'nonzero');
}

/** How the corners of an offset are: round at the exact distance everywhere, cut off, or drawn out to a point. */
export const CORNERS = ['round', 'bevelled', 'sharp'] as const;
export type Corners = (typeof CORNERS)[number];
const JOINS: Record<Corners, JoinType> = { round: JoinType.Round, bevelled: JoinType.Bevel, sharp: JoinType.Miter };
/** A sharp corner reaches out so many times the distance at most; a sharper one is cut off. */
const MITER_LIMIT = 4;

/**
 * The region grown (`deltaMm` > 0) or shrunk (< 0) by an exact distance.
 * The region must be normalised (as {@link normalise} and the other functions here give it).
 */
export function offset(region: Region, deltaMm: number, corners: Corners = 'round'): Region {
  const how = { join: JOINS[corners], miterLimit: MITER_LIMIT, arcToleranceMm: ARC_TOLERANCE_MM };
  return inflated(region, deltaMm, how).map(withoutNeedless);
}

/** Of a ring with very many points, one nearer than this to the line without it is left out, in mm: round corners have many such where a curve was taken apart. */
const NEEDLESS_MM = 0.0004;
const VERY_MANY = 400;

const withoutNeedless = (ring: Point[]): Point[] => {
  if (ring.length <= VERY_MANY) return ring;
  const kept = simplify([...ring, ring[0]], NEEDLESS_MM, true).slice(0, -1);
  return kept.length > 2 ? kept : ring;
};

/** The region's area in mm², holes taken off. The region must be normalised. */
export function regionArea(region: Region): number {
  return Math.abs(areaOf(region));
}

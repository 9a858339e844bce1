import {
  areaPathsD,
  differenceD,
  EndType,
  FillRule,
  inflatePathsD,
  intersectD,
  JoinType,
  unionD,
  xorD,
  type PathD,
  type PathsD,
} from 'clipper2-ts';
import simplify from 'simplify-js';
import { crossesItself } from './crosses-itself';
import type { Point } from './point';
import { signedArea } from './polygon';
import { withoutSpikes } from './spikes';

/** A region of the plane: its rings together under the even-odd rule, holes among them. mm. */
export type Region = Point[][];

/** Places after the decimal point of a millimetre that the clipping library reckons with. */
export const PRECISION = 4;
/** How far a rounded corner of an offset may be from the true arc, in mm. */
const ARC_TOLERANCE_MM = 0.005;

const asPaths = (region: Region): PathsD =>
  region.map((ring): PathD => withoutSpikes(ring).map(({ x, y }) => ({ x, y })));
const asRegion = (paths: PathsD): Region => paths.map((path) => path.map(({ x, y }) => ({ x, y })));

/** All of the regions together, with overlaps and doubled edges resolved. */
export function union(regions: Region[]): Region {
  return asRegion(unionD(asPaths(regions.flat()), [], FillRule.NonZero, PRECISION));
}

/** The same region with its rings put right: outer rings one way, holes the other. */
export function normalise(region: Region): Region {
  return asRegion(unionD(asPaths(region), [], FillRule.EvenOdd, PRECISION));
}

/** What of `from` lies outside `taken`. */
export function difference(from: Region, taken: Region): Region {
  return asRegion(differenceD(asPaths(from), asPaths(taken), FillRule.NonZero, PRECISION));
}

/** What one or the other covers; each by itself counts as filled wherever a ring of it goes round (nonzero). */
export function either(a: Region, b: Region): Region {
  return asRegion(unionD(asPaths(a), asPaths(b), FillRule.NonZero, PRECISION));
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
  return asRegion(intersectD(asPaths(a), asPaths(b), FillRule.NonZero, PRECISION));
}

/** What just one of two regions covers. */
export function symmetricDifference(a: Region, b: Region): Region {
  return asRegion(xorD(asPaths(a), asPaths(b), FillRule.NonZero, PRECISION));
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
  const grown = asRegion(
    inflatePathsD(asPaths(region), deltaMm, JOINS[corners], EndType.Polygon, MITER_LIMIT, PRECISION, ARC_TOLERANCE_MM),
  );
  return grown.map(withoutNeedless);
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
  return Math.abs(areaPathsD(asPaths(region)));
}

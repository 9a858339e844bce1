import {
  areaPathsD,
  ClipperBase,
  ClipperD,
  ClipType,
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
import type { Point } from './point';
import { withoutSpikes } from './spikes';

// The one door to the clipping library. Where lines lie on each other along its sweep it can go on for ever: what goes in is
// cleaned before, and what does not come to an end is tried again turned, so that those lines lie otherwise.

/** Places after the decimal point of a millimetre that the clipping library reckons with. */
const PRECISION = 4;
/** Steps of its grid in a millimetre. */
export const GRID = 10 ** PRECISION;
/** So many corners are made at most: of them all, and for each that went in. */
const MOST_CORNERS = 1_000_000;
const MOST_CORNERS_EACH = 200;
/** A turn that brings no two directions of a drawing onto the sweep. */
const ODD_TURN = 0.6437;

export { JoinType };
export type Rule = 'nonzero' | 'evenodd';
const RULES: Record<Rule, FillRule> = { nonzero: FillRule.NonZero, evenodd: FillRule.EvenOdd };

/** The library does not come to an end with these lines. */
class EndlessError extends Error {
  constructor() {
    super('The lines lie on each other in such a way that no outline can be worked out.');
    this.name = 'EndlessError';
  }
}

let cornersLeft = Infinity;
interface WithCorners {
  addOutPt: (...given: unknown[]) => unknown;
}
const library = ClipperBase.prototype as unknown as WithCorners;
const addOutPt = library.addOutPt;
library.addOutPt = function counted(this: WithCorners, ...given: unknown[]): unknown {
  if (--cornersLeft < 0) throw new EndlessError();
  return addOutPt.apply(this, given);
};

/** The plane turned, and turned back. */
interface Turn {
  there: (point: Point) => Point;
  back: (point: Point) => Point;
}
const turnBy = (cos: number, sin: number): Turn => ({
  there: ({ x, y }) => ({ x: x * cos - y * sin, y: x * sin + y * cos }),
  back: ({ x, y }) => ({ x: x * cos + y * sin, y: y * cos - x * sin }),
});
const AS_IT_IS: Turn = { there: ({ x, y }) => ({ x, y }), back: ({ x, y }) => ({ x, y }) };
const TURNS = [AS_IT_IS, turnBy(0, 1), turnBy(Math.cos(ODD_TURN), Math.sin(ODD_TURN))];

/** Does something with paths; where the library does not end, with the plane turned. @throws EndlessError where no turn helps */
function clipped(paths: Point[][][], work: (...turned: PathsD[]) => PathsD): Point[][] {
  const count = paths.reduce((sum, each) => sum + each.reduce((n, path) => n + path.length, 0), 0);
  for (const { there, back } of TURNS) {
    cornersLeft = MOST_CORNERS + MOST_CORNERS_EACH * count;
    const made = work(...paths.map((each) => each.map((path): PathD => path.map(there))));
    // The library catches what is thrown in it, and answers with nothing.
    const isEndless = cornersLeft < 0;
    cornersLeft = Infinity;
    if (!isEndless) return made.map((path) => path.map(back));
  }
  throw new EndlessError();
}

const cleaned = (rings: readonly Point[][]): Point[][] => rings.map((ring) => withoutSpikes(ring, GRID));

/** All that the rings fill under the rule, doubled edges resolved. */
export const unionOf = (rings: readonly Point[][], rule: Rule): Point[][] =>
  clipped([cleaned(rings)], (all) => unionD(all, [], RULES[rule], PRECISION));

const OPERATIONS = { difference: differenceD, intersection: intersectD, symmetricDifference: xorD, union: unionD };

/** What becomes of two regions under the rule. */
export const combined = (
  operation: keyof typeof OPERATIONS,
  a: readonly Point[][],
  b: readonly Point[][],
  rule: Rule,
): Point[][] =>
  clipped([cleaned(a), cleaned(b)], (one, other) => OPERATIONS[operation](one, other, RULES[rule], PRECISION));

/** The stretches of lines that lie within a region. */
export const linesWithin = (lines: readonly Point[][], region: readonly Point[][], rule: Rule): Point[][] =>
  clipped([lines as Point[][], cleaned(region)], (open, ring) => {
    const clipper = new ClipperD(PRECISION);
    clipper.addOpenSubjectPaths(open);
    clipper.addClipPaths(ring);
    const [closed, found]: [PathsD, PathsD] = [[], []];
    clipper.execute(ClipType.Intersection, RULES[rule], closed, found);
    return found;
  });

/** Rings grown (`deltaMm` > 0) or shrunk by an exact distance. */
export const inflated = (
  rings: readonly Point[][],
  deltaMm: number,
  { join, miterLimit, arcToleranceMm }: { join: JoinType; miterLimit: number; arcToleranceMm: number },
): Point[][] =>
  clipped([cleaned(rings)], (all) =>
    inflatePathsD(all, deltaMm, join, EndType.Polygon, miterLimit, PRECISION, arcToleranceMm),
  );

/** The area of normalised rings in mm², holes taken off; below 0 where they go round the other way. */
export const areaOf = (rings: readonly Point[][]): number => areaPathsD(rings as PathsD);

import simplify from 'simplify-js';
import {
  difference,
  isInside,
  offset,
  regionArea,
  signedArea,
  transformContour,
  union,
  withoutHoles,
  type CurveContour,
  type Point,
  type Region,
} from '../geometry';
import { coverOf } from './nest/lay-closely';
import { planeAt, type Place } from './place';

/** What of a piece is left after a job. */
export interface Remainder {
  outline: Point[];
  /** Used spots within it. */
  holes: Point[][];
  areaMm2: number;
}

/** What was done on a piece. */
export interface DoneOnPiece {
  outline: Point[];
  /** Used spots from before. */
  holes: Point[][];
  parts: { contours: CurveContour[]; place: Place }[];
}

/** So much round a part is no good any more, in mm. */
const ROUND_MM = 1.5;
/** What is narrower than this is waste, in mm. */
const LEAST_WIDTH_MM = 12;
/** What is smaller than this is waste, in mm². */
const LEAST_AREA_MM2 = 900;
/** An outline follows what is left to within this, in mm. */
const TOLERANCE_MM = 0.25;

/** What of a piece is left to be used again, the largest first: where parts were taken out of its middle there are used spots. */
export function remaindersOf({ outline, holes, parts }: DoneOnPiece): Remainder[] {
  const covers = parts.map(({ contours, place }) =>
    withoutHoles(coverOf(contours.map((contour) => transformContour(contour, planeAt(place))))),
  );
  const used = offset(union(covers), ROUND_MM);
  const rest = difference([outline], union([used, ...holes.map((hole): Region => [counterClockwise(hole)])]));
  // What is too narrow goes where it is taken in and let out again.
  const wide = offset(offset(rest, -LEAST_WIDTH_MM / 2), LEAST_WIDTH_MM / 2, 'round');
  const [outer, inner] = [wide.filter((ring) => signedArea(ring) > 0), wide.filter((ring) => signedArea(ring) < 0)];
  return outer
    .map((ring): Remainder => {
      const own = inner.filter((hole) => isInside(hole[0], ring));
      return {
        outline: simpler(ring),
        holes: own.map(simpler),
        areaMm2: regionArea([ring]) - own.reduce((sum, hole) => sum + Math.abs(signedArea(hole)), 0),
      };
    })
    .filter(({ areaMm2 }) => areaMm2 >= LEAST_AREA_MM2)
    .sort((a, b) => b.areaMm2 - a.areaMm2);
}

const counterClockwise = (ring: Point[]): Point[] => (signedArea(ring) < 0 ? [...ring].reverse() : ring);

const simpler = (ring: readonly Point[]): Point[] =>
  simplify([...ring, ring[0]], TOLERANCE_MM, true)
    .slice(0, -1)
    .map(({ x, y }) => ({ x: Number(x.toFixed(2)) + 0, y: Number(y.toFixed(2)) + 0 }));

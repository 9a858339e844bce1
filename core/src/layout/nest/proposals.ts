import type { Point } from '../../geometry';
import { directionOf, edgesAlong, type LyingEdge } from './aligned-edges';
import type { Chance } from './chance';
import { NOT_LAID, type Copy, type Laying } from './laying';
import { posed, type Posed } from './posed';

/** A place that a copy could be moved to. */
export interface Proposal {
  bed: number;
  pose: Posed;
  x: number;
  y: number;
}

/** Of so many edges the one whose length fits best is taken; so of pairs of them. */
const EDGES_LOOKED_AT = 3;
/** How much more often pairs of edges that fit well are taken: the power of a share that is drawn evenly. */
const BEST_FIRST = 3;
/** Of those that may lie at given angles only, so many are laid just with a corner on a corner all the same. */
const STRAYS = 0.15;

const clamped = (value: number, least: number, most: number): number =>
  most < least ? (least + most) / 2 : Math.min(most, Math.max(least, value));

/** The place nearest to x, y at which a pose lies inside the sheet's box. */
export function inside(laying: Laying, bed: number, pose: Posed, x: number, y: number): Proposal {
  const { ground } = laying.beds[bed];
  return {
    bed,
    pose,
    x: clamped(x, ground.minX - pose.minX, ground.maxX - pose.maxX),
    y: clamped(y, ground.minY - pose.minY, laying.limitY[bed] - pose.maxY),
  };
}

const isTurnedAtRandom = ({ mayTurnOver }: Copy, present: boolean, chance: Chance): boolean =>
  mayTurnOver ? chance.next() < 0.5 : present;

/** A way that a copy may lie. */
export function anyPose(laying: Laying, i: number, chance: Chance): Posed {
  const copy = laying.copies[i];
  const present = laying.poses[i];
  const side = isTurnedAtRandom(copy, present.isTurnedOver, chance);
  const angle =
    copy.angles !== 'free'
      ? chance.of(copy.angles)
      : chance.next() < 0.5
        ? present.angle
        : chance.between(-Math.PI, Math.PI);
  return poseOf(copy, present, angle, side);
}

/** Anywhere on a sheet, at an angle that it may lie at. */
export function placeAnywhere(laying: Laying, i: number, bed: number, chance: Chance): Proposal {
  const pose = anyPose(laying, i, chance);
  const { ground } = laying.beds[bed];
  return inside(
    laying,
    bed,
    pose,
    chance.between(ground.minX - pose.minX, ground.maxX - pose.maxX),
    chance.between(ground.minY - pose.minY, laying.limitY[bed] - pose.maxY),
  );
}

/** Not far from where it lies. */
export function placeNear(laying: Laying, i: number, chance: Chance): Proposal {
  const { shape } = laying.copies[i];
  const reach = shape.radius * chance.next() ** 2;
  const direction = chance.between(-Math.PI, Math.PI);
  return inside(
    laying,
    laying.bed[i],
    laying.poses[i],
    laying.x[i] + reach * Math.cos(direction),
    laying.y[i] + reach * Math.sin(direction),
  );
}

const poseOf = (copy: Copy, present: Posed, angle: number, isTurnedOver: boolean): Posed =>
  present.angle === angle && present.isTurnedOver === isTurnedOver
    ? present
    : posed(copy.shape.pieces, angle, isTurnedOver);

/** A point of a shape as it lies. */
export function lies({ x, y }: Point, { angle, isTurnedOver }: Posed): Point {
  const side = isTurnedOver ? -x : x;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return { x: cos * side - sin * y, y: sin * side + cos * y };
}

/** An edge of what is laid, and how another copy can lie along it. */
interface EdgePair {
  theirs: Copy['shape']['edges'][number];
  j: number;
  mine: LyingEdge;
}

/**
 * Proposals for one copy that is moved: with an edge along an edge of another copy, corner on corner. One that may lie at any angle is
 * turned along; of one that may lie at given angles only, all pairs of edges that run along each other at one of them are known.
 */
export class Against {
  private readonly pairs = new Map<number, EdgePair[]>();

  constructor(
    private readonly laying: Laying,
    private readonly i: number,
    private readonly chance: Chance,
  ) {}

  propose(bed: number): Proposal | null {
    return this.laying.copies[this.i].angles === 'free' || this.chance.next() < STRAYS
      ? this.beside(bed)
      : this.along(bed);
  }

  /** Beside any other copy, at whatever angle. */
  private beside(bed: number): Proposal | null {
    const { laying, i, chance } = this;
    const j = chance.below(laying.count);
    if (j === i || laying.bed[j] !== bed || laying.bed[j] === NOT_LAID) return null;
    const copy = laying.copies[i];
    if (!laying.copies[j].shape.edges.length || !copy.shape.edges.length) return null;
    const theirs = chance.of(laying.copies[j].shape.edges);
    const [start, end] = ends(theirs, laying.poses[j]);
    const mine = fitting(
      () => chance.of(copy.shape.edges),
      theirs.length,
      (edge) => edge.length,
    );
    const present = laying.poses[i];
    const side = isTurnedAtRandom(copy, present.isTurnedOver, chance);
    const angle =
      copy.angles === 'free'
        ? Math.atan2(end.y - start.y, end.x - start.x) + Math.PI - directionOf(mine, side)
        : chance.of(copy.angles);
    return this.onCorner(bed, j, [start, end], mine, poseOf(copy, present, angle, side));
  }

  /** Along an edge that runs against one of its own. */
  private along(bed: number): Proposal | null {
    const { laying, i, chance } = this;
    const pairs = this.pairsOn(bed);
    if (pairs.length === 0) return this.beside(bed);
    // Those whose lengths fit best come first, and are taken most.
    const { theirs, j, mine } = pairs[Math.floor(pairs.length * chance.next() ** BEST_FIRST)];
    const pose = poseOf(laying.copies[i], laying.poses[i], mine.angle, mine.isTurnedOver);
    return this.onCorner(bed, j, ends(theirs, laying.poses[j]), mine.edge, pose);
  }

  private onCorner(
    bed: number,
    j: number,
    [start, end]: [Point, Point],
    mine: Copy['shape']['edges'][number],
    pose: Posed,
  ): Proposal {
    const { laying, chance } = this;
    const [from, to] = ends(mine, pose);
    const [theirCorner, myCorner] = chance.next() < 0.5 ? [start, to] : [end, from];
    return inside(
      laying,
      bed,
      pose,
      laying.x[j] + theirCorner.x - myCorner.x,
      laying.y[j] + theirCorner.y - myCorner.y,
    );
  }

  private pairsOn(bed: number): EdgePair[] {
    const before = this.pairs.get(bed);
    if (before) return before;
    const { laying, i } = this;
    const found: EdgePair[] = [];
    for (let j = 0; j < laying.count; j++) {
      if (j === i || laying.bed[j] !== bed) continue;
      const { angle, isTurnedOver } = laying.poses[j];
      for (const theirs of laying.copies[j].shape.edges)
        for (const mine of edgesAlong(laying.copies[i], directionOf(theirs, isTurnedOver) + angle + Math.PI))
          found.push({ theirs, j, mine });
    }
    const misfit = ({ theirs, mine }: EdgePair) => Math.abs(theirs.length - mine.edge.length);
    found.sort((a, b) => misfit(a) - misfit(b));
    this.pairs.set(bed, found);
    return found;
  }
}

/** Of some that are drawn, the one whose length is nearest to a length. */
function fitting<T>(draw: () => T, length: number, lengthOf: (drawn: T) => number): T {
  let best = draw();
  for (let k = 1; k < EDGES_LOOKED_AT; k++) {
    const candidate = draw();
    if (Math.abs(lengthOf(candidate) - length) < Math.abs(lengthOf(best) - length)) best = candidate;
  }
  return best;
}

/** Both ends of an edge as it lies, in the way it runs there. */
function ends(edge: { from: Point; to: Point }, pose: Posed): [Point, Point] {
  const [a, b] = [lies(edge.from, pose), lies(edge.to, pose)];
  return pose.isTurnedOver ? [b, a] : [a, b];
}

/** A way to lie with an edge along a wall. Solid on the left: along the top wall an edge runs to the right, and so round. */
function alongWall(copy: Copy, present: Posed, wall: number, chance: Chance): { angle: number; side: boolean } {
  const direction = (wall * Math.PI) / 2;
  const side = isTurnedAtRandom(copy, present.isTurnedOver, chance);
  if (copy.angles === 'free') {
    if (!copy.shape.edges.length) return { angle: present.angle, side };
    return { angle: direction - directionOf(chance.of(copy.shape.edges), side), side };
  }
  const along = edgesAlong(copy, direction);
  if (along.length === 0 || chance.next() < STRAYS) return { angle: chance.of(copy.angles), side };
  const { angle, isTurnedOver } = chance.of(along);
  return { angle, side: isTurnedOver };
}

/** With an edge along an edge of the sheet's box, in a corner of it or beside another copy. */
export function placeAtWall(laying: Laying, i: number, bed: number, chance: Chance): Proposal {
  const copy = laying.copies[i];
  const present = laying.poses[i];
  const wall = chance.below(4);
  const { angle, side } = alongWall(copy, present, wall, chance);
  const pose = poseOf(copy, present, angle, side);
  const { ground } = laying.beds[bed];
  const far = 1e9;
  let x = chance.between(ground.minX - pose.minX, ground.maxX - pose.maxX);
  let y = chance.between(ground.minY - pose.minY, laying.limitY[bed] - pose.maxY);
  const j = chance.below(laying.count);
  if (j !== i && laying.bed[j] === bed && chance.next() < 0.6) {
    const before = chance.next() < 0.5;
    const beside = laying.poses[j];
    x = laying.x[j] + (before ? beside.minX - pose.maxX : beside.maxX - pose.minX);
    y = laying.y[j] + (before ? beside.minY - pose.maxY : beside.maxY - pose.minY);
  } else if (chance.next() < 0.4) {
    x = chance.next() < 0.5 ? -far : far;
    y = chance.next() < 0.5 ? -far : far;
  }
  if (wall === 0) y = -far;
  if (wall === 1) x = far;
  if (wall === 2) y = far;
  if (wall === 3) x = -far;
  return inside(laying, bed, pose, x, y);
}

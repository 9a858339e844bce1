import type { Point } from '../../geometry';
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

/** Of so many edges the one whose length fits best is taken. */
const EDGES_LOOKED_AT = 3;

const clamped = (value: number, least: number, most: number): number =>
  most < least ? (least + most) / 2 : Math.min(most, Math.max(least, value));

/** The place nearest to x, y at which a pose lies inside the sheet's box. */
function inside(laying: Laying, bed: number, pose: Posed, x: number, y: number): Proposal {
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

/** Anywhere on a sheet, at an angle that it may lie at. */
export function placeAnywhere(laying: Laying, i: number, bed: number, chance: Chance): Proposal {
  const copy = laying.copies[i];
  const present = laying.poses[i];
  const side = isTurnedAtRandom(copy, present.isTurnedOver, chance);
  const angle =
    copy.angles !== 'free'
      ? chance.of(copy.angles)
      : chance.next() < 0.5
        ? present.angle
        : chance.between(-Math.PI, Math.PI);
  const pose = poseOf(copy, present, angle, side);
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
function lies({ x, y }: Point, { angle, isTurnedOver }: Posed): Point {
  const side = isTurnedOver ? -x : x;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return { x: cos * side - sin * y, y: sin * side + cos * y };
}

/** Which way an edge runs, in a shape as it is drawn. Turned over, it runs from its end. */
const directionOf = ({ from, to }: { from: Point; to: Point }, isTurnedOver: boolean): number =>
  isTurnedOver ? Math.atan2(from.y - to.y, -(from.x - to.x)) : Math.atan2(to.y - from.y, to.x - from.x);

/** With an edge along an edge of another copy, corner on corner; where it may not turn so far, with just a corner on a corner. */
export function placeAgainst(laying: Laying, i: number, bed: number, chance: Chance): Proposal | null {
  const j = chance.below(laying.count);
  if (j === i || laying.bed[j] !== bed || laying.bed[j] === NOT_LAID) return null;
  const copy = laying.copies[i];
  const other = laying.copies[j];
  if (!other.shape.edges.length || !copy.shape.edges.length) return null;
  const theirs = chance.of(other.shape.edges);
  const pose = laying.poses[j];
  const [start, end] = ends(theirs, pose);
  let mine = chance.of(copy.shape.edges);
  for (let k = 1; k < EDGES_LOOKED_AT; k++) {
    const candidate = chance.of(copy.shape.edges);
    if (Math.abs(candidate.length - theirs.length) < Math.abs(mine.length - theirs.length)) mine = candidate;
  }
  const present = laying.poses[i];
  const side = isTurnedAtRandom(copy, present.isTurnedOver, chance);
  const angle =
    copy.angles === 'free'
      ? Math.atan2(end.y - start.y, end.x - start.x) + Math.PI - directionOf(mine, side)
      : chance.of(copy.angles);
  const turned = poseOf(copy, present, angle, side);
  const [from, to] = ends(mine, turned);
  const [theirCorner, myCorner] = chance.next() < 0.5 ? [start, to] : [end, from];
  return inside(
    laying,
    bed,
    turned,
    laying.x[j] + theirCorner.x - myCorner.x,
    laying.y[j] + theirCorner.y - myCorner.y,
  );
}

/** Both ends of an edge as it lies, in the way it runs there. */
function ends(edge: { from: Point; to: Point }, pose: Posed): [Point, Point] {
  const [a, b] = [lies(edge.from, pose), lies(edge.to, pose)];
  return pose.isTurnedOver ? [b, a] : [a, b];
}

/** With an edge along an edge of the sheet's box, in a corner of it or beside another copy. */
export function placeAtWall(laying: Laying, i: number, bed: number, chance: Chance): Proposal {
  const copy = laying.copies[i];
  const present = laying.poses[i];
  const side = isTurnedAtRandom(copy, present.isTurnedOver, chance);
  const wall = chance.below(4);
  // Solid on the left: along the top wall an edge runs to the right, and so round.
  const angle =
    copy.angles !== 'free' || !copy.shape.edges.length
      ? copy.angles === 'free'
        ? present.angle
        : chance.of(copy.angles)
      : (wall * Math.PI) / 2 - directionOf(chance.of(copy.shape.edges), side);
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

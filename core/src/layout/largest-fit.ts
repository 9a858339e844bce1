import {
  boundsOf,
  difference,
  intersection,
  isInside,
  offset,
  regionArea,
  type Bounds,
  type Point,
  type Region,
} from '../geometry';

export interface LargestFitRequest {
  /** What is to be laid, in mm: its outlines with their holes. */
  shape: Region;
  /** What it may lie on: the piece with its holes. */
  piece: Region;
  /** What of it the machine reaches. */
  reach: Bounds;
  /** Kept from every edge, in mm. */
  gapMm: number;
  /** Turned as fits best, or only as it is. */
  anyAngle: boolean;
}

/** How a shape lies when it is as large as can be. */
export interface LargestFit {
  /** What it is sized by. */
  scale: number;
  /** How it is turned, in degrees, against the clock as it is seen on the sheet. */
  angle: number;
  /** Where its middle, {@link middleOfShape}, comes to lie. */
  middle: Point;
}

/** Directions that are looked into from a place. */
const DIRECTIONS = 180;
const STEP_DEG = 360 / DIRECTIONS;
/** Places along the longer side of what is free that are tried first. */
const FIRST_PLACES = 24;
/** So many of the best of these are gone on from. */
const STARTS = 10;
/** It ends when a place is this good, in mm, and an angle, in degrees. */
const FINE_MM = 0.02;
const FINE_DEG = 0.05;
/** Less of it than this share lying beyond the edge is rounding. */
const ROUNDING = 1e-6;
const GROWN_STEPS = 18;

/** What a shape is sized and turned round: the middle of its box. */
export function middleOfShape(shape: Region): Point {
  const box = boundsOf(shape.flat());
  return box ? { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 } : { x: 0, y: 0 };
}

/**
 * How a shape lies on a piece so that it is as large as can be. Places and angles are judged by how far the edge is in each
 * direction; the best are gone on from in ever smaller steps, and the size is found by clipping the shape itself.
 * @returns null where nothing of the piece is free
 */
export function largestFit({ shape, piece, reach, gapMm, anyAngle }: LargestFitRequest): LargestFit | null {
  const free = freeOf(piece, reach, gapMm);
  const box = boundsOf(free.flat());
  if (!box || shape.length === 0) return null;
  const middle = middleOfShape(shape);
  const own = shape.map((ring) => ring.map(({ x, y }) => ({ x: x - middle.x, y: y - middle.y })));
  const far = reachOf(own);
  const judged = (at: Point, degrees: number): number => sizeAt(free, far, at, degrees);
  const stepMm = Math.max(box.maxX - box.minX, box.maxY - box.minY) / FIRST_PLACES;
  // As it was drawn is one of the ways to turn it.
  const starts = (anyAngle ? [true, false] : [false]).flatMap((turns) =>
    firstPlaces(free, box, stepMm, far, turns)
      .slice(0, STARTS)
      .map((start) => refined(start, stepMm, turns, judged)),
  );
  const best = starts
    .map((start) => ({ ...start, size: exactSize(own, free, start) }))
    .sort((a, b) => b.size - a.size)[0];
  return best && best.size > 0
    ? { scale: best.size, angle: tidy(best.degrees), middle: { x: tidy(best.at.x), y: tidy(best.at.y) } }
    : null;
}

const tidy = (value: number): number => Number(value.toFixed(3)) + 0;

interface Tried {
  at: Point;
  degrees: number;
  size: number;
}

function freeOf(piece: Region, { minX, minY, maxX, maxY }: Bounds, gapMm: number): Region {
  const reached: Region = [
    [
      { x: minX, y: minY },
      { x: maxX, y: minY },
      { x: maxX, y: maxY },
      { x: minX, y: maxY },
    ],
  ];
  const [outer, ...holes] = piece;
  if (!outer) return [];
  const whole = holes.length ? difference([outer], holes) : [outer];
  return intersection(gapMm > 0 ? offset(whole, -gapMm) : whole, reached);
}

/** How far a shape reaches from its middle in each direction, 0 where it does not. */
function reachOf(shape: Region): Float64Array {
  const far = new Float64Array(DIRECTIONS);
  for (const ring of shape)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [a, b] = [ring[j], ring[i]];
      const parts = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y)));
      for (let k = 1; k <= parts; k++) {
        const [x, y] = [a.x + ((b.x - a.x) * k) / parts, a.y + ((b.y - a.y) * k) / parts];
        const degrees = (Math.atan2(y, x) * 180) / Math.PI;
        const bin = ((Math.round(degrees / STEP_DEG) % DIRECTIONS) + DIRECTIONS) % DIRECTIONS;
        far[bin] = Math.max(far[bin], Math.hypot(x, y));
      }
    }
  return far;
}

/** How far the edge of what is free is from a place in a direction. */
function edgeFrom(free: Region, at: Point, degrees: number): number {
  const [ux, uy] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  let nearest = Infinity;
  for (const ring of free)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [ax, ay] = [ring[j].x - at.x, ring[j].y - at.y];
      const [dx, dy] = [ring[i].x - ring[j].x, ring[i].y - ring[j].y];
      const det = dx * uy - dy * ux;
      if (Math.abs(det) < 1e-12) continue;
      const along = (dx * ay - dy * ax) / det;
      const share = (ux * ay - uy * ax) / det;
      if (share >= 0 && share <= 1 && along > 0 && along < nearest) nearest = along;
    }
  return nearest;
}

/** The size that a shape may have at a place and an angle, by how far the edge is where it reaches out; 0 outside. */
function sizeAt(free: Region, far: Float64Array, at: Point, degrees: number): number {
  if (!isWithin(free, at)) return 0;
  let size = Infinity;
  for (let k = 0; k < DIRECTIONS; k++)
    // Against the clock as it is seen: y goes down.
    if (far[k] > 0) size = Math.min(size, edgeFrom(free, at, k * STEP_DEG - degrees) / far[k]);
  return Number.isFinite(size) ? size : 0;
}

const isWithin = (free: Region, at: Point): boolean => free.filter((ring) => isInside(at, ring)).length % 2 === 1;

/** The best of a grid of places, each at its best angle, the best first. */
function firstPlaces(free: Region, box: Bounds, stepMm: number, far: Float64Array, anyAngle: boolean): Tried[] {
  const tried: Tried[] = [];
  const edges = new Float64Array(DIRECTIONS);
  for (let y = box.minY + stepMm / 2; y < box.maxY; y += stepMm)
    for (let x = box.minX + stepMm / 2; x < box.maxX; x += stepMm) {
      const at = { x, y };
      if (!isWithin(free, at)) continue;
      for (let k = 0; k < DIRECTIONS; k++) edges[k] = edgeFrom(free, at, k * STEP_DEG);
      let best: Tried = { at, degrees: 0, size: 0 };
      for (let turn = 0; turn < (anyAngle ? DIRECTIONS : 1); turn++) {
        let size = Infinity;
        for (let k = 0; k < DIRECTIONS && size > best.size; k++)
          if (far[k] > 0) size = Math.min(size, edges[(k - turn + DIRECTIONS) % DIRECTIONS] / far[k]);
        if (size > best.size) best = { at, degrees: turn * STEP_DEG, size };
      }
      tried.push(best);
    }
  return tried.sort((a, b) => b.size - a.size);
}

/** A place and an angle gone on from in ever smaller steps while it gets larger. */
function refined(
  start: Tried,
  stepMm: number,
  anyAngle: boolean,
  judged: (at: Point, degrees: number) => number,
): Tried {
  let best = { ...start, size: judged(start.at, start.degrees) };
  let [mm, deg] = [stepMm / 2, anyAngle ? STEP_DEG : 0];
  while (mm > FINE_MM || deg > FINE_DEG) {
    const { at, degrees } = best;
    const next = [
      ...[
        [mm, 0],
        [-mm, 0],
        [0, mm],
        [0, -mm],
        [mm, mm],
        [-mm, mm],
        [mm, -mm],
        [-mm, -mm],
      ].map(([dx, dy]) => ({ at: { x: at.x + dx, y: at.y + dy }, degrees })),
      ...(deg > 0 ? [deg, -deg].map((by) => ({ at, degrees: degrees + by })) : []),
    ]
      .map((one) => ({ ...one, size: judged(one.at, one.degrees) }))
      .reduce((a, b) => (b.size > a.size ? b : a));
    if (next.size > best.size + 1e-9) best = next;
    else [mm, deg] = [mm / 2, deg / 2];
  }
  return best;
}

/** The size at which the shape itself just lies within what is free. */
function exactSize(shape: Region, free: Region, { at, degrees, size }: Tried): number {
  const [cos, sin] = [Math.cos((-degrees * Math.PI) / 180), Math.sin((-degrees * Math.PI) / 180)];
  const area = regionArea(shape);
  const lies = (scale: number): boolean => {
    const sized = shape.map((ring) =>
      ring.map(({ x, y }) => ({ x: at.x + scale * (cos * x - sin * y), y: at.y + scale * (sin * x + cos * y) })),
    );
    return regionArea(difference(sized, free)) <= ROUNDING * area * scale * scale;
  };
  // Between the rays it may be larger or smaller by a little.
  let [low, high] = [0, size * 1.25];
  for (let i = 0; i < GROWN_STEPS; i++) {
    const half = (low + high) / 2;
    if (lies(half)) low = half;
    else high = half;
  }
  return low;
}

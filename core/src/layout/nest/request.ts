import type { Point } from '../../geometry';

/** A part to be laid, as often as it is wanted. */
export interface NestPart {
  id: string;
  /** Its outline, then its holes; mm. */
  rings: Point[][];
  count: number;
  /** The angles it may lie at, in radians, or any. */
  angles: number[] | 'free';
  mayTurnOver: boolean;
}

/** Material to lay parts on. */
export interface NestSheet {
  id: string;
  outline: Point[];
  /** Spots that are used already; mm. */
  holes: Point[][];
  count: number;
  /** Unrolled along y as far as is needed: what is left stays on the roll. */
  isRoll?: boolean;
}

export interface NestRequest {
  parts: NestPart[];
  sheets: NestSheet[];
  /** Least distance between two parts, in mm. */
  gapMm: number;
  /** Least distance from the edge of a sheet and from a used spot, in mm. */
  edgeMm: number;
  seed: number;
  /** How long to look for something better. */
  millis: number;
  /** The clock, in ms: there is none in here. */
  now: () => number;
}

/** Where one copy of a part lies: turned over first (x → −x), then turned by `angle` about the origin, then moved by x, y. */
export interface NestPlacement {
  partId: string;
  copy: number;
  sheetId: string;
  /** Which of the sheets of this id, from 0. */
  sheetNumber: number;
  x: number;
  y: number;
  /** In radians. */
  angle: number;
  isTurnedOver: boolean;
}

export interface Nesting {
  placements: NestPlacement[];
  unplaced: { partId: string; count: number }[];
  /** How far along y the sheets are used, together, from the edge of each; mm. */
  usedLengthMm: number;
  /** The parts' area over the area of the sheets as far as they are used along y, 0 to 1. */
  density: number;
}

/** So many copies are laid at once at most. */
export const MOST_COPIES = 5000;

/** What is asked for makes no sense. */
export class NestRequestError extends RangeError {}

const isFiniteRing = (ring: readonly Point[]): boolean =>
  ring.every(({ x, y }) => Number.isFinite(x) && Number.isFinite(y));

/** @throws NestRequestError which says what is wrong with a request, and where */
export function checkNestRequest({ parts, sheets, gapMm, edgeMm, millis }: NestRequest): void {
  const refuse = (message: string): never => {
    throw new NestRequestError(message);
  };
  if (!(gapMm >= 0) || !Number.isFinite(gapMm))
    refuse(`The gap between parts has to be 0 mm or more, and is ${gapMm}.`);
  if (!(edgeMm >= 0) || !Number.isFinite(edgeMm))
    refuse(`The gap to the edge has to be 0 mm or more, and is ${edgeMm}.`);
  if (!(millis >= 0)) refuse(`The time to look for something better has to be 0 ms or more, and is ${millis}.`);
  for (const { id, rings, count, angles } of parts) {
    if (!Number.isInteger(count) || count < 0)
      refuse(`“${id}” is wanted ${count} times: a whole number, 0 or more, is needed.`);
    if (!rings.length || rings[0].length < 3) refuse(`“${id}” has no outline of three points or more.`);
    if (!rings.every(isFiniteRing)) refuse(`“${id}” has a point that is no number.`);
    if (angles !== 'free' && (!angles.length || !angles.every(Number.isFinite)))
      refuse(`“${id}” may lie at no angle: one at least has to be given.`);
  }
  for (const { id, outline, holes, count } of sheets) {
    if (!Number.isInteger(count) || count < 0)
      refuse(`There are ${count} sheets “${id}”: a whole number, 0 or more, is needed.`);
    if (outline.length < 3 || !isFiniteRing(outline) || !holes.every(isFiniteRing))
      refuse(`Sheet “${id}” has no outline of three points or more.`);
  }
  const copies = parts.reduce((sum, { count }) => sum + count, 0);
  if (copies > MOST_COPIES)
    refuse(`${copies} copies were asked for; ${MOST_COPIES} can be laid at once. Lay fewer, and the rest afterwards.`);
}

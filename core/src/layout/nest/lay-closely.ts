import {
  boundsOf,
  flatten,
  intersection,
  regionArea,
  regionOf,
  union,
  withoutHoles,
  type Bounds,
  type CurveContour,
  type Point,
  type Region,
} from '../../geometry';
import type { Place } from '../place';
import { SHEET_TOLERANCE_MM } from '../place-parts';
import { nest } from './nest';
import type { Nesting, NestPart, NestRequest, NestSheet } from './request';
import type { Turns } from './turns';
import { unitsOf, type Unit } from './units';

const ANGLES: Record<Turns, number[] | 'free'> = {
  free: 'free',
  quarter: [0, Math.PI / 2, Math.PI, -Math.PI / 2],
  half: [0, Math.PI],
  none: [0],
};

/** A part of the job that is to be laid. */
export interface ClosePart {
  id: string;
  /** In the job's plane, mm. */
  contours: CurveContour[];
  /** How often it lies now. */
  count: number;
}

/** A piece of stock to lay on. */
export interface ClosePiece {
  id: string;
  outline: Point[];
  /** What the machines reach of it; null for all. */
  reach: Bounds | null;
  holes: Point[][];
  count: number;
  isRoll: boolean;
}

/** What is wanted of a close layout. */
export interface CloseWish {
  parts: ClosePart[];
  /** They are done from the back. */
  turnedOver: boolean;
  /** All keep their places to each other; else only what lies over each other does. */
  asOne: boolean;
  /** How often each is to lie: as now (null), so often, or as often as there is room. */
  copies: number | 'fit' | null;
  pieces: ClosePiece[];
  turns: Turns;
  /** How they lie where they may not be turned, in degrees as places count them; as drawn where it is not said. */
  angle?: number;
  mayTurnOver: boolean;
  /** Small parts may lie in the holes of large ones. */
  usesHoles: boolean;
  gapMm: number;
  edgeMm: number;
  seed: number;
  millis: number;
}

/** Where a copy of a part comes to lie. */
export interface CloseLie extends Place {
  partId: string;
  pieceId: string;
  /** Which of the sheets of this piece, from 0. */
  sheetNumber: number;
}

export interface CloseLaying {
  lies: CloseLie[];
  /** What found no room, by the parts that lie together. */
  unplaced: { partIds: string[]; count: number }[];
  usedLengthMm: number;
  /** Of what is used of the sheets, 0 to 1. */
  density: number;
  /** How many sheets are laid on. */
  sheets: number;
  /** To go on from. */
  nesting: Nesting;
}

/** Where as many as fit are wanted, no more than this are tried. */
const MOST_FITTING = 600;
/** A line that is only drawn takes up this much to each side, in mm. */
const LINE_MM = 0.05;

/** What a part covers; a line that is only drawn covers the box round it. */
export function coverOf(contours: readonly CurveContour[]): Region {
  const boxes = contours
    .filter(({ closed }) => !closed)
    .flatMap((contour): Region => {
      const box = boundsOf(flatten(contour, SHEET_TOLERANCE_MM).points);
      return box ? [boxRing(box, LINE_MM)] : [];
    });
  const region = regionOf(contours);
  return boxes.length ? union([region, ...boxes.map((ring) => [ring])]) : region;
}

const boxRing = ({ minX, minY, maxX, maxY }: Bounds, more = 0): Point[] => [
  { x: minX - more, y: minY - more },
  { x: maxX + more, y: minY - more },
  { x: maxX + more, y: maxY + more },
  { x: minX - more, y: maxY + more },
];

/** The sheets as they can be laid on: what the machines reach of each piece. Of one that comes in two, the larger counts. */
export function sheetsOfPieces(pieces: readonly ClosePiece[]): NestSheet[] {
  return pieces.flatMap(({ id, outline, reach, holes, count, isRoll }): NestSheet[] => {
    const reached = reach ? intersection([outline], [boxRing(reach)]) : [outline];
    const largest = reached.reduce<Point[] | null>(
      (most, ring) => (most && regionArea([most]) >= regionArea([ring]) ? most : ring),
      null,
    );
    return largest ? [{ id, outline: largest, holes, count, isRoll }] : [];
  });
}

/** What is asked of the nesting for a wish, with the parts that stand behind each of its own. */
export function nestRequestOf(wish: CloseWish, now: () => number): { request: NestRequest; units: Unit[] } {
  const side = wish.turnedOver ? -1 : 1;
  const units = unitsOf(
    wish.parts.map(({ id, contours, count }) => {
      const region = coverOf(contours);
      return { id, count, region: wish.usesHoles ? region : withoutHoles(region) };
    }),
    wish.asOne,
  );
  const sheets = sheetsOfPieces(wish.pieces);
  const room = sheets.reduce((sum, { outline, count }) => sum + count * regionArea([outline]), 0);
  const parts = units.map(({ region, count }, i): NestPart => {
    const fitting = Math.min(
      MOST_FITTING,
      Math.max(1, Math.floor(room / Math.max(1, regionArea(region)) / units.length)),
    );
    return {
      id: String(i),
      rings: region.map((ring) => ring.map(({ x, y }) => ({ x: side * x, y }))),
      count: wish.copies === 'fit' ? fitting : (wish.copies ?? count),
      angles: wish.turns === 'none' ? [(-(wish.angle ?? 0) * Math.PI) / 180] : ANGLES[wish.turns],
      mayTurnOver: wish.mayTurnOver,
    };
  });
  const { gapMm, edgeMm, seed, millis } = wish;
  return { units, request: { parts, sheets, gapMm, edgeMm, seed, millis, now } };
}

/**
 * Lays the parts of a job closely.
 * @param from a laying to go on from
 * @throws NestRequestError where the wish makes no sense
 */
export function layClosely(
  wish: CloseWish,
  now: () => number,
  better: (laying: CloseLaying) => void = () => undefined,
  from?: Nesting,
): CloseLaying {
  const { request, units } = nestRequestOf(wish, now);
  const told = (nesting: Nesting) => asLaid(nesting, units, wish);
  return told(nest(request, (best) => better(told(best)), from));
}

function asLaid(nesting: Nesting, units: readonly Unit[], { turnedOver, copies }: CloseWish): CloseLaying {
  const { placements, unplaced, usedLengthMm, density } = nesting;
  return {
    lies: placements.flatMap(({ partId, sheetId, sheetNumber, x, y, angle, isTurnedOver }) =>
      units[Number(partId)].partIds.map((id): CloseLie => ({
        partId: id,
        pieceId: sheetId,
        sheetNumber,
        x,
        y,
        angle: degreesOf(angle),
        turnedOver: turnedOver !== isTurnedOver,
      })),
    ),
    unplaced:
      copies === 'fit' ? [] : unplaced.map(({ partId, count }) => ({ partIds: units[Number(partId)].partIds, count })),
    usedLengthMm,
    density,
    sheets: new Set(placements.map(({ sheetId, sheetNumber }) => `${sheetId} ${sheetNumber}`)).size,
    nesting,
  };
}

/** Places count their angles the other way round, in degrees. */
const degreesOf = (radians: number): number => {
  const degrees = (-radians * 180) / Math.PI;
  return Number((degrees - 360 * Math.round(degrees / 360)).toFixed(6)) + 0;
};

/** The piece with the least area that takes all of it by itself; null where none does. The first laying of each decides. */
export function smallestThatTakes(wish: CloseWish, now: () => number): string | null {
  const bySize = [...wish.pieces].sort((a, b) => regionArea([a.outline]) - regionArea([b.outline]));
  for (const piece of bySize) {
    const one = layClosely({ ...wish, pieces: [{ ...piece, count: 1 }], millis: 0 }, now);
    if (one.lies.length > 0 && one.unplaced.length === 0) return piece.id;
  }
  return null;
}

import type { Corners } from '../geometry';
import { operationOf } from '../makings';
import type { Measures } from '../measured';
import type { Bridge } from '../parts';
import type { Print } from './print';

/** A contour of a reading: the key of its part there, and its number within that part. */
export type ContourKey = readonly [partKey: string, contour: number];

/** Contours of a drawing, in order: the outermost first. */
export interface DrawnMaking {
  op: 'drawn';
  drawingId: string;
  contours: readonly ContourKey[];
}

/** The line round another part at an exact distance; below 0 inside it. */
export interface OutlineMaking {
  op: 'outline';
  of: readonly [string];
  distanceMm: number;
  /** How its corners are; round where nothing is said. */
  corners?: Corners;
  /** Without the holes of what it goes round. */
  fillsHoles?: boolean;
}

/** Another part with bars left standing in it; they lie as in its drawing as read. */
export interface BridgesMaking {
  op: 'bridges';
  of: readonly [string];
  bridges: readonly Bridge[];
}

/** Several parts as one: what lies in another counts as its hole. */
export interface TogetherMaking {
  op: 'together';
  of: readonly string[];
}

/** What comes of other parts by an operation of the table, with its measures. */
export interface WorkedMaking {
  op: 'worked';
  /** The name of the operation. */
  by: string;
  of: readonly string[];
  measures: Measures;
}

/** Another part with something printed in it: its cut is the other's outline. */
export interface PrintedMaking {
  op: 'printed';
  of: readonly [string];
  print: Print;
}

/** How a part is made: from contours of a drawing, or by an operation on other parts. */
export type Making = DrawnMaking | OutlineMaking | BridgesMaking | TogetherMaking | WorkedMaking | PrintedMaking;

/** Whether a part comes beside what it is made of, which stays as it is; else it has taken its place. */
export const isBeside = (making: Making): boolean =>
  making.op === 'outline' || (making.op === 'worked' && operationOf(making.by)?.isBeside === true);

/** Whether a part is what was made of others, which it can give back. */
export const comesApart = (making: Making): boolean =>
  making.op === 'together' || making.op === 'printed' || (making.op === 'worked' && !isBeside(making));

/** The parts that a part stands on. */
export const standsOn = (making: Making): readonly string[] => (making.op === 'drawn' ? [] : making.of);

/** A making that stands on one part instead of another. */
export const standingOn = (making: Making, instead: ReadonlyMap<string, string>): Making =>
  making.op === 'drawn' || !making.of.some((id) => instead.has(id))
    ? making
    : ({ ...making, of: making.of.map((id) => instead.get(id) ?? id) } as Making);

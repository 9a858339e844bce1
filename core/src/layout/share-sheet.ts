import { boundsOf, overlap, type Affine, type Bounds } from '../geometry';
import { planeAt, type Place } from './place';

/** A part of a step: what it takes up in the job's plane, and where it lies; one that lies several times comes several times. */
export interface PartOnPiece {
  id: string;
  stepId: string | null;
  bounds: Bounds;
  /** null while nothing is known of its sheet. */
  sheetId: string | null;
  place: Place;
}

/** Whether two things are on the same sheet. */
export const shareSheet = (a: Pick<PartOnPiece, 'sheetId'>, b: Pick<PartOnPiece, 'sheetId'>): boolean =>
  a.sheetId !== null && a.sheetId === b.sheetId;

/**
 * All parts that move when some parts of a step are moved, so that what is done on one sheet stays together: with a whole
 * step all parts of the steps that share a sheet with it; with some of its parts those of the other steps that lie over them.
 */
export function movedAlong(stepId: string, chosen: readonly string[], parts: readonly PartOnPiece[]): string[] {
  const taken = new Set(chosen);
  const isWhole = parts.every((part) => part.stepId !== stepId || taken.has(part.id));
  const boxes = parts
    .filter((part) => part.stepId === stepId && taken.has(part.id))
    .map(({ sheetId, ...part }) => ({ sheetId, box: boundsOnSheet(part) }));
  const along = parts.filter(
    (part) =>
      part.stepId !== null &&
      part.stepId !== stepId &&
      boxes.some((own) => shareSheet(own, part) && (isWhole || overlap(own.box, boundsOnSheet(part)))),
  );
  return [...new Set([...chosen, ...along.map((part) => part.id)])];
}

/** What a part takes up on its sheet: the box round its own, as that lies there. */
export const boundsOnSheet = ({ bounds, place }: Pick<PartOnPiece, 'bounds' | 'place'>): Bounds =>
  movedBounds(bounds, planeAt(place));

/** The box round a box that is moved. */
export function movedBounds(bounds: Bounds, [a, b, c, d, e, f]: Affine): Bounds {
  const corners = [
    [bounds.minX, bounds.minY],
    [bounds.maxX, bounds.minY],
    [bounds.maxX, bounds.maxY],
    [bounds.minX, bounds.maxY],
  ].map(([x, y]) => ({ x: a * x + c * y + e, y: b * x + d * y + f }));
  return boundsOf(corners)!;
}

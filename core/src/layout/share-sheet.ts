import { boundsOf, type Bounds } from '../geometry';
import { planeAt, type Place } from './place';

/** What of a step says on which sheet it is done. */
export interface OnPiece {
  id: string;
  stockPieceId: string | null;
  mirrored: boolean;
}

/** A part of a step: what it takes up in the job's plane, and where it lies on its sheet. */
export interface PartOnPiece {
  id: string;
  stepId: string | null;
  bounds: Bounds;
  place: Place;
}

/** Whether two steps are done on the same sheet. */
export const shareSheet = (a: Pick<OnPiece, 'stockPieceId'>, b: Pick<OnPiece, 'stockPieceId'>): boolean =>
  a.stockPieceId !== null && a.stockPieceId === b.stockPieceId;

/**
 * All parts that move when some parts of a step are moved, so that what is done on one sheet stays together: with a whole
 * step all parts of the steps that share its sheet; with some of its parts those of the other steps that lie over them.
 */
export function movedAlong(
  stepId: string,
  chosen: readonly string[],
  steps: readonly OnPiece[],
  parts: readonly PartOnPiece[],
): string[] {
  const own = steps.find((step) => step.id === stepId);
  const others = own ? steps.filter((step) => step.id !== stepId && shareSheet(step, own)) : [];
  if (!own || others.length === 0) return [...chosen];
  const taken = new Set(chosen);
  const isWhole = parts.every((part) => part.stepId !== stepId || taken.has(part.id));
  const boxes = parts.filter((part) => taken.has(part.id)).map(boundsOnSheet);
  const otherIds = new Set(others.map((step) => step.id));
  const along = parts.filter(
    (part) =>
      part.stepId !== null &&
      otherIds.has(part.stepId) &&
      (isWhole || boxes.some((box) => overlap(box, boundsOnSheet(part)))),
  );
  return [...chosen, ...along.map((part) => part.id)];
}

/** What a part takes up on its sheet: the box round its own, as that lies there. */
export function boundsOnSheet({ bounds, place }: Pick<PartOnPiece, 'bounds' | 'place'>): Bounds {
  const [a, b, c, d, e, f] = planeAt(place);
  const corners = [
    [bounds.minX, bounds.minY],
    [bounds.maxX, bounds.minY],
    [bounds.maxX, bounds.maxY],
    [bounds.minX, bounds.maxY],
  ].map(([x, y]) => ({ x: a * x + c * y + e, y: b * x + d * y + f }));
  return boundsOf(corners)!;
}

const overlap = (a: Bounds, b: Bounds): boolean =>
  a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY;

import { boundsMiddle, isInBounds, type Affine, type Bounds } from '../geometry';
import { pointAt } from './things';
import type { Place } from './place';

/** How a sheet is turned over between its sides: about the axis along the feed, or about the one across it. */
export const SHEET_TURNS = ['left-right', 'top-bottom'] as const;
export type SheetTurn = (typeof SHEET_TURNS)[number];

/**
 * How what was laid as it is seen from the front comes to lie in the machine once the sheet was turned over; the same map
 * brings it back.
 */
export const turnedSheet = (turn: SheetTurn, { widthMm, lengthMm }: { widthMm: number; lengthMm: number }): Affine =>
  turn === 'left-right' ? [-1, 0, 0, 1, widthMm, 0] : [1, 0, 0, -1, 0, lengthMm];

/** A box of a sheet, seen after the sheet was turned over. */
export const turnedBox = (
  turn: SheetTurn,
  { minX, minY, maxX, maxY }: Bounds,
  { widthMm, lengthMm }: { widthMm: number; lengthMm: number },
): Bounds =>
  turn === 'left-right'
    ? { minX: widthMm - maxX, minY, maxX: widthMm - minX, maxY }
    : { minX, minY: lengthMm - maxY, maxX, maxY: lengthMm - minY };

/**
 * Where what is read from the back lies behind its front, seen through the sheet from the front: as it was drawn over it, or
 * middle behind middle where it was drawn beside it.
 * @param front where the front lies, @param under what the front takes up in the job's plane, @param own what the back takes up there
 */
export function behind(front: Place, under: Bounds, own: Bounds, turn: SheetTurn): Place {
  const [at, is] = [boundsMiddle(under), boundsMiddle(own)];
  // Drawn over each other, the middle of the front is what both are turned about.
  const from = isInBounds(is, under) ? at : is;
  const turned = !front.turnedOver;
  return turn === 'left-right'
    ? { ...pointAt({ x: at.x + from.x, y: at.y - from.y }, front), angle: front.angle, turnedOver: turned }
    : { ...pointAt({ x: at.x - from.x, y: at.y + from.y }, front), angle: halfTurned(front.angle), turnedOver: turned };
}

const halfTurned = (degrees: number): number => (degrees > 0 ? degrees - 180 : degrees + 180);

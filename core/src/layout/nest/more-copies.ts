import { transformContour, type CurveContour } from '../../geometry';
import { planeAt, type Place } from '../place';
import { coverOf, layClosely, type CloseLie, type ClosePart, type ClosePiece } from './lay-closely';

/** More copies of some parts, beside what lies on a sheet already. */
export interface MoreCopiesWish {
  /** What is laid as one. */
  parts: ClosePart[];
  /** How each copy lies. */
  angle: number;
  turnedOver: boolean;
  /** All that lies on the sheet. */
  present: { contours: CurveContour[]; place: Place }[];
  piece: ClosePiece;
  count: number | 'fit';
  gapMm: number;
  edgeMm: number;
}

/** Where more copies find room on a sheet, row by row; fewer than asked for where there is no more. */
export function moreCopies(wish: MoreCopiesWish, now: () => number): CloseLie[] {
  const { parts, angle, turnedOver, present, piece, count, gapMm, edgeMm } = wish;
  const taken = present.flatMap(({ contours, place }) =>
    coverOf(contours.map((contour) => transformContour(contour, planeAt(place)))).filter((ring) => ring.length > 2),
  );
  return layClosely(
    {
      parts,
      turnedOver,
      asOne: true,
      copies: count,
      pieces: [{ ...piece, holes: [...piece.holes, ...taken], count: 1 }],
      turns: 'none',
      angle,
      mayTurnOver: false,
      usesHoles: false,
      gapMm,
      edgeMm,
      seed: 1,
      millis: 0,
    },
    now,
  ).lies;
}

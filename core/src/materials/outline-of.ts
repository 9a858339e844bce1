import type { Point } from '../geometry';

/** The outline of a piece: its own where it has one, otherwise the rectangle that it is, from its lead corner, in mm. */
export const outlineOf = ({
  outline,
  widthMm,
  lengthMm,
}: {
  outline?: readonly Point[] | null;
  widthMm: number;
  lengthMm: number;
}): Point[] =>
  outline
    ? [...outline]
    : [
        { x: 0, y: 0 },
        { x: widthMm, y: 0 },
        { x: widthMm, y: lengthMm },
        { x: 0, y: lengthMm },
      ];

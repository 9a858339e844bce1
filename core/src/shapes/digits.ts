import type { Point, Polyline } from '../geometry';

/** Ten digits as single lines on a grid 2 wide and 4 high, y down: they are drawn, scored or engraved, never filled. */
const DIGITS: readonly (readonly (readonly [number, number])[])[] = [
  [
    [0, 0],
    [2, 0],
    [2, 4],
    [0, 4],
    [0, 0],
  ],
  [
    [0, 1],
    [1, 0],
    [1, 4],
  ],
  [
    [0, 0],
    [2, 0],
    [2, 2],
    [0, 2],
    [0, 4],
    [2, 4],
  ],
  [
    [0, 0],
    [2, 0],
    [1, 2],
    [2, 2],
    [2, 4],
    [0, 4],
  ],
  [
    [0, 0],
    [0, 2],
    [2, 2],
    [2, 0],
    [2, 4],
  ],
  [
    [2, 0],
    [0, 0],
    [0, 2],
    [2, 2],
    [2, 4],
    [0, 4],
  ],
  [
    [2, 0],
    [0, 2],
    [0, 4],
    [2, 4],
    [2, 2],
    [0, 2],
  ],
  [
    [0, 0],
    [2, 0],
    [0.5, 4],
  ],
  [
    [0, 0],
    [2, 0],
    [2, 2],
    [0, 2],
    [0, 0],
    [0, 4],
    [2, 4],
    [2, 2],
  ],
  [
    [2, 2],
    [0, 2],
    [0, 0],
    [2, 0],
    [2, 2],
    [1, 4],
  ],
];
const ADVANCE = 3;

/**
 * A whole number as single lines.
 * @param heightMm of the digits; they are half as wide
 * @param at the upper left corner of the first digit
 * @throws RangeError for anything but a whole number from 0
 * @example digitLines(7, 4, { x: 0, y: 0 }) // one line from (0, 0) by (2, 0) to (0.5, 4)
 */
export function digitLines(number: number, heightMm: number, at: Point): Polyline[] {
  if (!Number.isInteger(number) || number < 0)
    throw new RangeError(`A label is a whole number from 0; ${number} came.`);
  const unit = heightMm / 4;
  return [...String(number)].map((digit, i) => ({
    closed: false,
    points: DIGITS[Number(digit)].map(([x, y]) => ({ x: at.x + (x + i * ADVANCE) * unit, y: at.y + y * unit })),
  }));
}

/** How wide a number comes out, in mm. */
export function digitsWidth(number: number, heightMm: number): number {
  return ((String(number).length - 1) * ADVANCE + 2) * (heightMm / 4);
}

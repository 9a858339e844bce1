import type { Point } from '../geometry';

/**
 * A page of our own that a photo is brought to true size by without a tap: a dark frame with light dots in it, at known places.
 * Two smaller dots beside the first tell which way round it lies.
 */
export const MARKER_PAGE = {
  /** It is printed on A4. */
  widthMm: 210,
  heightMm: 297,
  /** From the edge of the page to the frame, in mm. */
  insetMm: 12,
  /** How broad the frame is, in mm. */
  bandMm: 16,
  dotMm: 7,
  smallDotMm: 4,
} as const;

/** So many dots along its short and long sides, corners included. */
const ALONG = { short: 5, long: 7 } as const;
/** The small dots lie so far from the first dot, in mm. */
const SMALL_FROM_FIRST_MM = 10;

/** The middles of its dots, in mm of the page, and which of them are its corners: upper left, then with the clock. */
export interface MarkerDots {
  dots: Point[];
  corners: [number, number, number, number];
  small: Point[];
}

export function markerDots(): MarkerDots {
  const { widthMm, heightMm, insetMm, bandMm } = MARKER_PAGE;
  const near = insetMm + bandMm / 2;
  const [right, bottom] = [widthMm - near, heightMm - near];
  const across = (i: number) => near + ((right - near) * i) / (ALONG.short - 1);
  const down = (i: number) => near + ((bottom - near) * i) / (ALONG.long - 1);
  const dots: Point[] = [];
  for (let i = 0; i < ALONG.short; i++) dots.push({ x: across(i), y: near });
  for (let i = 1; i < ALONG.long; i++) dots.push({ x: right, y: down(i) });
  for (let i = ALONG.short - 2; i >= 0; i--) dots.push({ x: across(i), y: bottom });
  for (let i = ALONG.long - 2; i >= 1; i--) dots.push({ x: near, y: down(i) });
  const corner = [0, ALONG.short - 1, ALONG.short + ALONG.long - 2, 2 * ALONG.short + ALONG.long - 3] as const;
  return {
    dots,
    corners: [...corner],
    small: [
      { x: near + SMALL_FROM_FIRST_MM, y: near },
      { x: near + 2 * SMALL_FROM_FIRST_MM, y: near },
    ],
  };
}

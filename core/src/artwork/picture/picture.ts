/** A decoded picture: four bytes (red, green, blue, alpha) for each pixel, row by row from the top. */
export interface Picture {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
  /** Pixels to the inch as the file states them, across and down; null where it does not. */
  dotsPerInch: { x: number; y: number } | null;
}

/** Pictures with more pixels are refused. */
export const LARGEST_PICTURE = 40_000_000;

/** A number for each pixel; the outline runs where it passes through 128. What is taken lies above. */
export interface Field {
  width: number;
  height: number;
  values: Uint8Array;
}

import type { Bounds, Point } from '../geometry';

/** Blanks in a grid on a sheet. */
export interface BlankGrid {
  /** From the left edge and from the lead edge of the sheet to the first blank, in mm. */
  inMm: number;
  upMm: number;
  /** How many beside and behind each other. */
  across: number;
  along: number;
  gapMm: number;
}

/**
 * Where the origin of a blank's drawing comes to lie for each place of a grid, row by row from the lead edge.
 * @param blank what one takes up in its drawing, mm
 * @example gridPlaces(box of 80 mm at 0, 0, { inMm: 30, upMm: 20, across: 2, along: 1, gapMm: 10 }) // 30, 20 and 120, 20
 */
export function gridPlaces(
  { minX, minY, maxX, maxY }: Bounds,
  { inMm, upMm, across, along, gapMm }: BlankGrid,
): Point[] {
  const [pitchX, pitchY] = [maxX - minX + gapMm, maxY - minY + gapMm];
  return Array.from({ length: across * along }, (_, i) => ({
    x: inMm - minX + (i % across) * pitchX,
    y: upMm - minY + Math.floor(i / across) * pitchY,
  }));
}

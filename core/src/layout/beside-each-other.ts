import type { Point } from '../geometry';

/**
 * Places for pieces beside each other on one carrier, from its corner, row by row.
 * @returns null where they do not all lie within what the machine reaches
 */
export function besideEachOther(
  pieces: readonly { widthMm: number; lengthMm: number }[],
  bed: { workWidthMm: number; workLengthMm: number; carrierSideMm: number; carrierLeadMm: number },
  gapMm: number,
): Point[] | null {
  const places: Point[] = [];
  let [x, y, deepest] = [bed.carrierSideMm, bed.carrierLeadMm, 0];
  for (const { widthMm, lengthMm } of pieces) {
    if (x + widthMm > bed.workWidthMm - bed.carrierSideMm)
      [x, y, deepest] = [bed.carrierSideMm, y + deepest + gapMm, 0];
    if (x + widthMm > bed.workWidthMm - bed.carrierSideMm || y + lengthMm > bed.workLengthMm) return null;
    places.push({ x, y });
    x += widthMm + gapMm;
    deepest = Math.max(deepest, lengthMm);
  }
  return places;
}

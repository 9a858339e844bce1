/**
 * How many boxes lie on a sheet in rows, all the same way or all turned by a quarter, whichever is more.
 * @param gapMm between two of them
 * @example fitsOnSheet({ widthMm: 90, heightMm: 40 }, { widthMm: 300, lengthMm: 300 }, 5) // 18
 */
export function fitsOnSheet(
  box: { widthMm: number; heightMm: number },
  sheet: { widthMm: number; lengthMm: number },
  gapMm: number,
): number {
  const along = (length: number, side: number): number =>
    Math.max(0, Math.floor((length + gapMm + 1e-9) / (side + gapMm)));
  const straight = along(sheet.widthMm, box.widthMm) * along(sheet.lengthMm, box.heightMm);
  const turned = along(sheet.widthMm, box.heightMm) * along(sheet.lengthMm, box.widthMm);
  return Math.max(straight, turned);
}

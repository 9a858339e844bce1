import { offset, type Point, type Region } from '../geometry';

const back = (ring: readonly Point[], at: number): Point[] => [...ring.slice(at), ...ring.slice(0, at), ring[at]];

/** Lines that follow the outline inward at a set spacing, each coming back to where it began. */
export function followingLines(region: Region, spacingMm: number): Point[][] {
  const lines: Point[][] = [];
  // Each at its own distance from the outline, not from the line before: arcs on arcs would be points without end.
  for (let ring = region, k = 1; ring.length > 0; ring = offset(region, -k * spacingMm), k++)
    lines.push(...ring.map((each) => back(each, 0)));
  return lines;
}

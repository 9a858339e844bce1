import { offset, type Point, type Region } from '../geometry';

const back = (ring: readonly Point[], at: number): Point[] => [...ring.slice(at), ...ring.slice(0, at), ring[at]];

/** Lines that follow the outline inward at a set spacing, each coming back to where it began. */
export function followingLines(region: Region, spacingMm: number): Point[][] {
  const lines: Point[][] = [];
  for (let ring = region; ring.length > 0; ring = offset(ring, -spacingMm))
    lines.push(...ring.map((each) => back(each, 0)));
  return lines;
}

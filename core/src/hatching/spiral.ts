import { boundsOf, linesWithin, type Point, type Region } from '../geometry';

/** How far a piece of the spiral may be from the true one, in mm. */
const TOLERANCE_MM = 0.005;

/** A spiral round the middle of a region at a set spacing, clipped to it. */
export function spiralLines(region: Region, spacingMm: number): Point[][] {
  const box = boundsOf(region.flat());
  if (!box) return [];
  const middle = { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 };
  const reach = Math.hypot(box.maxX - box.minX, box.maxY - box.minY) / 2 + spacingMm;
  const spiral: Point[] = [];
  for (let angle = 0, radius = 0; radius <= reach;) {
    radius = (spacingMm * angle) / (2 * Math.PI);
    spiral.push({ x: middle.x + radius * Math.cos(angle), y: middle.y + radius * Math.sin(angle) });
    angle += Math.min(0.5, Math.sqrt((8 * TOLERANCE_MM) / Math.max(radius, spacingMm / 4)));
  }
  return linesWithin([spiral], region, 'evenodd');
}

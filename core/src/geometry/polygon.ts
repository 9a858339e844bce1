import { distance, type Point } from './point';
import type { Polyline } from './curve';

/**
 * Signed area of a closed ring in mm² (shoelace formula); positive where it runs clockwise on screen (y downward).
 * @example signedArea([{x:0,y:0},{x:2,y:0},{x:2,y:1}]) // 1
 */
export function signedArea(ring: Point[]): number {
  let twice = 0;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) twice += ring[j].x * ring[i].y - ring[i].x * ring[j].y;
  return twice / 2;
}

/** Length of a polyline in mm, with the closing line where it is closed. */
export function polylineLength({ points, closed }: Polyline): number {
  let length = 0;
  for (let i = 1; i < points.length; i++) length += distance(points[i - 1], points[i]);
  if (closed && points.length > 1) length += distance(points[points.length - 1], points[0]);
  return length;
}

/** Whether the point lies inside the ring (even-odd rule, by crossings of a ray to the right). */
export function isInside(point: Point, ring: Point[]): boolean {
  let inside = false;
  for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
    const a = ring[i];
    const b = ring[j];
    if (a.y > point.y !== b.y > point.y && point.x < ((b.x - a.x) * (point.y - a.y)) / (b.y - a.y) + a.x)
      inside = !inside;
  }
  return inside;
}

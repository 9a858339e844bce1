/** A point in mm; x to the right, y downward. */
export interface Point {
  x: number;
  y: number;
}

/** Straight distance between two points, in mm. */
export function distance(a: Point, b: Point): number {
  return Math.hypot(a.x - b.x, a.y - b.y);
}

import type { Point } from './point';

/** An upright rectangle, in mm. */
export interface Bounds {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
}

/** The smallest upright rectangle round the points; null where there are none. */
export function boundsOf(points: Iterable<Point>): Bounds | null {
  const box: Bounds = { minX: Infinity, minY: Infinity, maxX: -Infinity, maxY: -Infinity };
  for (const { x, y } of points) {
    if (x < box.minX) box.minX = x;
    if (x > box.maxX) box.maxX = x;
    if (y < box.minY) box.minY = y;
    if (y > box.maxY) box.maxY = y;
  }
  return box.minX <= box.maxX ? box : null;
}

/** The smallest rectangle that holds both. */
export function joinBounds(a: Bounds, b: Bounds): Bounds {
  return {
    minX: Math.min(a.minX, b.minX),
    minY: Math.min(a.minY, b.minY),
    maxX: Math.max(a.maxX, b.maxX),
    maxY: Math.max(a.maxY, b.maxY),
  };
}

/** Whether `inner` lies within `outer`, touching allowed, with `slack` mm for rounding. */
export function holds(outer: Bounds, inner: Bounds, slack = 1e-6): boolean {
  return (
    inner.minX >= outer.minX - slack &&
    inner.minY >= outer.minY - slack &&
    inner.maxX <= outer.maxX + slack &&
    inner.maxY <= outer.maxY + slack
  );
}

/** Whether two rectangles lie over each other; with `slack` mm for rounding, such that touching is none. */
export const overlap = (a: Bounds, b: Bounds, slack = 0): boolean =>
  a.minX < b.maxX - slack && b.minX < a.maxX - slack && a.minY < b.maxY - slack && b.minY < a.maxY - slack;

/** How much a rectangle covers, in mm². */
export const boundsArea = ({ minX, minY, maxX, maxY }: Bounds): number => (maxX - minX) * (maxY - minY);

/** The middle of a rectangle. */
export const boundsMiddle = ({ minX, minY, maxX, maxY }: Bounds): Point => ({
  x: (minX + maxX) / 2,
  y: (minY + maxY) / 2,
});

/** Whether a point lies in a rectangle, on its edge included. */
export const isInBounds = ({ x, y }: Point, { minX, minY, maxX, maxY }: Bounds): boolean =>
  x >= minX && x <= maxX && y >= minY && y <= maxY;

/** What lies in all of some rectangles; null where nothing does. */
export function commonBounds(boxes: readonly Bounds[]): Bounds | null {
  if (boxes.length === 0) return null;
  const common = boxes.reduce((a, b) => ({
    minX: Math.max(a.minX, b.minX),
    minY: Math.max(a.minY, b.minY),
    maxX: Math.min(a.maxX, b.maxX),
    maxY: Math.min(a.maxY, b.maxY),
  }));
  return common.minX < common.maxX && common.minY < common.maxY ? common : null;
}

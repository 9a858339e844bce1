import type { Bounds, Point } from '../geometry';

/** A line that something in the hand has come to lie on. */
export interface SnapLine {
  axis: 'x' | 'y';
  /** Where it runs on the sheet, in mm. */
  at: number;
}

export interface Snapped {
  /** What it is moved by, with what brings it onto the lines. */
  by: Point;
  lines: SnapLine[];
}

const AXES = [
  ['x', 'minX', 'maxX'],
  ['y', 'minY', 'maxY'],
] as const;

/**
 * Brings a thing that is moved onto the edges and middles of others where it comes near them; along each axis to the nearest.
 * @param bounds of the thing before it was moved, mm
 * @param others the boxes of other things, of the sheet and of guides
 * @param nearMm what counts as near
 */
export function snapped(bounds: Bounds, by: Point, others: readonly Bounds[], nearMm: number): Snapped {
  const found = { ...by };
  const lines: SnapLine[] = [];
  for (const [axis, low, high] of AXES) {
    const own = [bounds[low], (bounds[low] + bounds[high]) / 2, bounds[high]].map((at) => at + by[axis]);
    let best: { off: number; at: number } | null = null;
    for (const other of others) {
      const middle = (other[low] + other[high]) / 2;
      for (const at of [other[low], middle, other[high]])
        for (const [i, mine] of own.entries()) {
          // A middle comes to lie on a middle, an edge on an edge.
          if ((i === 1) !== (at === middle)) continue;
          const off = at - mine;
          if (Math.abs(off) <= nearMm && (!best || Math.abs(off) < Math.abs(best.off))) best = { off, at };
        }
    }
    if (!best) continue;
    found[axis] += best.off;
    lines.push({ axis, at: best.at });
  }
  return { by: found, lines };
}

import type { Point } from '../geometry';
import { polygon, at } from './contours';
import { coneOf, CUP_MEASURES } from './cone';
import { length, type MeasuredShape } from './measured-shape';

/** So far from the true arc at most, in mm. */
const TOLERANCE_MM = 0.01;
const OVERLAP = length('overlap', 'Overlap at the seam', 5, { min: 0, max: 100, step: 0.5 });

/** The blank that goes once round a cup, tapered or straight, with a strip that goes under at the seam. */
export const CUP_WRAP: MeasuredShape = {
  name: 'cup-wrap',
  label: 'Cup wrap',
  measures: [...CUP_MEASURES, OVERLAP],
  draw: (measures) => {
    const cone = coneOf(measures);
    const [left, right] = [-cone.around / 2, cone.around / 2 + measures.overlap];
    const radius = cone.radius + cone.slant;
    // The chord of a piece stays within the tolerance of its arc.
    const pieces = Number.isFinite(radius)
      ? Math.max(2, Math.ceil((right - left) / Math.sqrt(8 * TOLERANCE_MM * Math.max(1, cone.radius - cone.slant))))
      : 1;
    const edge = (y: number): Point[] =>
      Array.from({ length: pieces + 1 }, (_, i) => cone.bend(left + ((right - left) * i) / pieces, y));
    const [upper, lower] = [edge(0), edge(cone.slant)];
    const ring = [...upper, ...lower.reverse()];
    const [dx, dy] = [Math.min(...ring.map(({ x }) => x)), Math.min(...ring.map(({ y }) => y))];
    const moved = (point: Point): Point => at(point.x - dx, point.y - dy);
    const seam = [cone.around / 2, right].map((x) => moved(cone.bend(x, cone.slant / 2)));
    const middle = [cone.bend(0, 0), cone.bend(0, cone.slant)].map(moved);
    return {
      parts: [{ name: 'cup wrap', contours: [polygon(ring.map(moved))] }],
      // Along the wall it is as long as the slant; only a straight cup is as high as that.
      dimensions: [
        { of: 'overlap', from: seam[0], to: seam[1] },
        ...(Number.isFinite(cone.radius) ? [] : [{ of: 'height', from: middle[0], to: middle[1] }]),
      ],
    };
  },
};

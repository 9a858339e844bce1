import { offset, regionOf, signedArea, type CurveContour, type Point, type Region, type Segment } from '../geometry';
import { followingLines, scanLines, spiralLines } from '../hatching';
import { choice, length } from '../measured';
import { OperationRefusedError, type Operation } from './operation';

const WAYS = ['parallel', 'crossed', 'following the outline', 'spiral'] as const;
/** More than this a machine is not sent for one part, in mm: a sheet of A4, crossed at 0.1 mm. */
const MOST_MM = 1_500_000;

const open = (points: readonly Point[]): CurveContour => ({
  closed: false,
  start: [points[0].x, points[0].y],
  segments: points.slice(1).map(({ x, y }): Segment => ['L', x, y]),
});

/** Lines nearer than this to each other count as one that is run twice, in mm. */
const APART_MM = 0.06;

/**
 * The lines of a hatch, none of them run twice: what links its rows goes along the edge of what they fill, so that they stay half
 * a spacing from an outline that is drawn there, and the second rows of a crossed one are not linked and stay off
 * the links of the first.
 */
function linesFor(way: number, region: Region, spacing: number, angle: number, hasOutline: boolean): Point[][] {
  const filled = hasOutline ? offset(region, -Math.max(spacing / 2, APART_MM)) : region;
  switch (WAYS[way]) {
    case 'parallel':
      return scanLines(filled, spacing, angle);
    case 'crossed':
      return [
        ...scanLines(filled, spacing, angle),
        ...scanLines(offset(filled, -APART_MM), spacing, angle + 90, { isLinked: false }),
      ];
    case 'following the outline':
      return followingLines(hasOutline ? offset(region, -Math.max(spacing, APART_MM)) : region, spacing);
    case 'spiral':
      return spiralLines(filled, spacing);
  }
}

/** A part filled with lines, for a point that can do nothing but lines. */
export const HATCH: Operation = {
  name: 'hatch',
  label: 'Hatch',
  needs: 'one',
  measures: [
    choice('way', 'Lines', WAYS),
    length('spacing', 'Spacing', 0.5, { min: 0.05, max: 50, step: 0.05 }),
    { name: 'angle', label: 'Angle', unit: '°', usual: 0, min: -180, max: 180, step: 5 },
    length('inset', 'In from the edge', 0.1, { min: 0, max: 20, step: 0.05 }),
    choice('outline', 'Outline', ['without', 'with it']),
  ],
  apply: ([lines], { way, spacing, angle, inset, outline }) => {
    const whole = regionOf(lines);
    if (whole.length === 0) throw new OperationRefusedError('a hatch fills an outline, and it has none');
    const region = inset > 0 ? offset(whole, -inset) : whole;
    const area = region.reduce((sum, ring) => sum + Math.abs(signedArea(ring)), 0);
    const about = (area / spacing) * (WAYS[way] === 'crossed' ? 2 : 1);
    if (about > MOST_MM)
      throw new OperationRefusedError(
        `that would be about ${Math.round(about / 1000)} m of lines, and ${MOST_MM / 1000} m are the most: space them wider`,
      );
    const strokes = linesFor(way, region, spacing, angle, outline === 1).filter((points) => points.length > 1);
    const edge = outline ? region.map((ring) => [...ring, ring[0]]) : [];
    return [...strokes, ...edge].map(open);
  },
};

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

function linesFor(way: number, region: Region, spacing: number, angle: number): Point[][] {
  switch (WAYS[way]) {
    case 'parallel':
      return scanLines(region, spacing, angle);
    case 'crossed':
      return [...scanLines(region, spacing, angle), ...scanLines(region, spacing, angle + 90)];
    case 'following the outline':
      return followingLines(region, spacing);
    case 'spiral':
      return spiralLines(region, spacing);
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
    const strokes = linesFor(way, region, spacing, angle).filter((points) => points.length > 1);
    const edge = outline ? region.map((ring) => [...ring, ring[0]]) : [];
    return [...strokes, ...edge].map(open);
  },
};

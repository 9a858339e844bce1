import { offset, type Point, type Region } from '../geometry';
import { fillRows } from '../shapes';
import type { FillWay } from './fill-ways';
import { followingLines } from './following';
import { scanLines } from './scan-lines';

const SLANT_DEGREES = 45;

/**
 * The lines that fill a region, `intervalMm` apart, in the order in which they are done.
 * @param region normalised: outlines with their holes; mm
 * @throws RangeError for an interval that is not above 0
 */
export function fillLines(region: Region, way: FillWay, intervalMm: number): Point[][] {
  if (!(intervalMm > 0)) throw new RangeError(`The interval of lines is above 0 mm; ${intervalMm} came.`);
  const rows = () =>
    fillRows(
      region.map((points) => ({ closed: true, points })),
      intervalMm,
    ).map(({ points }) => points);
  switch (way) {
    case 'both-ways':
      return rows();
    case 'one-way':
      return rows().map((points) => (points[0].x <= points[points.length - 1].x ? points : [...points].reverse()));
    case 'following':
      // The outermost ring keeps half an interval from the edge, as rows do.
      return followingLines(offset(region, -intervalMm / 2), intervalMm);
    case 'hatch':
      return scanLines(region, intervalMm, SLANT_DEGREES);
  }
}

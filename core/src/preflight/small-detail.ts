import { normalise, thinPlaces, type Region } from '../geometry';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

/** Places that are narrower than the material holds, in the parts and in their holes. */
export function checkSmallDetail({ placed, material }: CheckedStep): Finding[] {
  const width = material.smallestDetailMm;
  const thin = (regions: Region[]) => regions.filter((region) => region.length > 0).flatMap((region) => thinPlaces(normalise(region), width));
  const rings = placed.map((part) => part.contours.filter((contour) => contour.closed).map((contour) => contour.points));
  const pieces = thin(rings);
  // A corner of a hole weeds well however sharp it is; a hole that is narrow all over does not.
  const holes = thin(rings.flatMap((part) => part.slice(1).map((hole) => [hole]))).filter((place) => place.isWhole);
  const findings: Finding[] = [];
  if (pieces.length > 0) {
    findings.push({
      code: 'small-detail',
      severity: 'warn',
      message: `${places(pieces.length)} narrower than the ${formatNumber(width)} mm that ${material.name} holds.`,
      mend: 'Make it larger or bolder, or cut slower and weed it in reverse.',
      places: pieces.map((place) => place.bounds),
    });
  }
  if (holes.length > 0) {
    findings.push({
      code: 'small-hole',
      severity: 'warn',
      message: `${holes.length === 1 ? 'One hole is' : `${holes.length} holes are`} narrower than ${formatNumber(width)} mm: hard to weed from ${material.name}.`,
      mend: 'Open the hole up, or leave it out.',
      places: holes.map((place) => place.bounds),
    });
  }
  return findings;
}

const places = (n: number): string => (n === 1 ? 'One place is' : `${n} places are`);

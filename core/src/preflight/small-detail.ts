import { isThinnerSomewhere, normalise, regionOfRings, thinPlaces, type Bounds } from '../geometry';
import type { PlacedPart } from '../layout';
import { isWeededAfter } from '../materials';
import { processOf } from '../recipes';
import { formatNumber } from '../units';
import type { Finding } from './finding';
import { holesOf } from './holes';
import { rememberPlaces, type PartMemo } from './part-memo';
import type { CheckedStep } from './step-input';

/** Places that are narrower than the material holds, in the parts and in their holes. */
export function checkSmallDetail({ placed, material, process }: CheckedStep, memo: PartMemo = new Map()): Finding[] {
  // A line that is drawn or rubbed has no pieces that could be too narrow.
  if (!processOf(process).parts && processOf(process).path !== 'rows') return [];
  const width = material.smallestDetailMm;
  const isWeeded = isWeededAfter(process, material.family);
  const pieces = placed.flatMap((part) => rememberPlaces(memo, `thin ${width}`, part, () => thinIn(part, width)));
  const holes = placed.flatMap((part) => rememberPlaces(memo, `holes ${width}`, part, () => narrowHoles(part, width)));
  const findings: Finding[] = [];
  if (pieces.length > 0) {
    findings.push({
      code: 'small-detail',
      severity: 'warn',
      message: `${places(pieces.length)} narrower than the ${formatNumber(width)} mm that ${material.name} holds.`,
      mend: isWeeded ? 'Make it larger or bolder, or cut slower and weed it in reverse.' : 'Make it larger or bolder.',
      places: pieces,
    });
  }
  if (holes.length > 0) {
    findings.push({
      code: 'small-hole',
      severity: 'warn',
      message: `${holes.length === 1 ? 'One hole is' : `${holes.length} holes are`} narrower than ${formatNumber(width)} mm: ${isWeeded ? 'hard to weed from' : 'more than it holds in'} ${material.name}.`,
      mend: 'Open the hole up, or leave it out.',
      places: holes,
    });
  }
  return findings;
}

const ringsOf = (part: PlacedPart) =>
  part.contours.filter((contour) => contour.closed).map((contour) => contour.points);

function thinIn(part: PlacedPart, width: number): Bounds[] {
  const rings = ringsOf(part);
  // Opening a shape is slow; most shapes have no sides near enough to each other to be thin anywhere.
  if (rings.length === 0 || !isThinnerSomewhere(rings, width)) return [];
  return thinPlaces(regionOfRings(rings), width).map((place) => place.bounds);
}

/** A corner of a hole weeds well however sharp it is; a hole that is narrow all over does not. */
function narrowHoles(part: PlacedPart, width: number): Bounds[] {
  return holesOf(part).flatMap(({ hole: { points } }) =>
    isThinnerSomewhere([points], width)
      ? thinPlaces(normalise([points]), width)
          .filter((place) => place.isWhole)
          .map((place) => place.bounds)
      : [],
  );
}

const places = (count: number) => (count === 1 ? 'One place is' : `${count} places are`);

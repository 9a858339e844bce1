import { isInside, type Bounds, type Point } from '../geometry';
import type { PlacedPart } from '../layout';
import type { Finding } from './finding';
import type { CheckedStep } from './step-input';

type Lies = 'in' | 'over' | 'out';

/** Work that reaches out of the blank that a guide shows, where other work lies in one: there is nothing under it there. */
export function checkWithinGuide({ placed, guides = [] }: CheckedStep): Finding[] {
  if (guides.length === 0) return [];
  const lies = placed.map((part) => ({ part, lies: liesIn(part, guides) }));
  // Guides that no work lies in show something else.
  if (lies.every(({ lies: how }) => how === 'out')) return [];
  const outside = lies.filter(({ lies: how }) => how !== 'in').map(({ part }) => part);
  if (outside.length === 0) return [];
  const [first] = outside;
  return [
    {
      code: 'outside-guide',
      severity: 'warn',
      message: `${outside.length === 1 ? `“${first.name}” reaches` : `${outside.length} parts reach`} out of what their guide shows.`,
      mend: 'Lay it by hand, make it smaller, or leave out what is no guide.',
      places: outside.map(({ bounds }) => bounds),
    },
  ];
}

/** How a part lies to the guide that it lies in most. */
function liesIn({ contours, bounds }: PlacedPart, guides: readonly (readonly Point[])[]): Lies {
  const points = contours.flatMap((contour) => contour.points);
  let found: Lies = 'out';
  for (const ring of guides) {
    if (!meets(bounds, ring)) continue;
    const inside = points.filter((point) => isInside(point, [...ring])).length;
    if (inside === points.length) return 'in';
    if (inside > 0) found = 'over';
  }
  return found;
}

const meets = (box: Bounds, ring: readonly Point[]): boolean =>
  ring.some(({ x }) => x >= box.minX) &&
  ring.some(({ x }) => x <= box.maxX) &&
  ring.some(({ y }) => y >= box.minY) &&
  ring.some(({ y }) => y <= box.maxY);

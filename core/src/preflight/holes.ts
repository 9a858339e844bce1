import { nestRings, type Polyline } from '../geometry';
import type { PlacedPart } from '../layout';

/** A hole of a part, with the outline it lies in. */
export interface Hole {
  hole: Polyline;
  outline: Polyline;
}

/** The holes of a part: rings at an odd depth within its others. A part may have several outlines beside each other. */
export function holesOf(part: PlacedPart): Hole[] {
  const rings = part.contours.filter(({ closed }) => closed);
  if (rings.length < 2) return [];
  return nestRings(rings.map(({ points }) => points)).flatMap((around, i) =>
    around.length % 2 === 1 ? [{ hole: rings[i], outline: rings[around[0]] }] : [],
  );
}

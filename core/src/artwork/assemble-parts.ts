import { flatten, nestRings, signedArea, type CurveContour } from '../geometry';

export type FillRule = 'nonzero' | 'evenodd';

/** Contours of one drawn shape, put together: each outline with its holes, open lines alone. */
export interface AssembledShape {
  parts: CurveContour[][];
  /** Closed contours that lie inside the filled area and show no edge. */
  hidden: number;
}

/** Rings are only compared with each other, so a coarse flattening does (mm). */
const NESTING_TOLERANCE_MM = 0.05;

/**
 * Sorts the contours (in mm) of one shape into parts. Whether a ring is an outline, a hole or hidden follows from
 * the fill rule: an edge shows where the area changes between filled and empty.
 */
export function assembleParts(contours: CurveContour[], fillRule: FillRule): AssembledShape {
  const parts = contours.filter((contour) => !contour.closed).map((contour) => [contour]);
  const closed = contours.filter((contour) => contour.closed);
  const rings = closed.map((contour) => flatten(contour, NESTING_TOLERANCE_MM).points);
  const turns = rings.map((ring) => Math.sign(signedArea(ring)));
  const nesting = nestRings(rings);
  const isFilled = (chain: number[]) =>
    fillRule === 'evenodd' ? chain.length % 2 === 1 : chain.reduce((winding, i) => winding + turns[i], 0) !== 0;

  const partOfOutline = new Map<number, CurveContour[]>();
  const holes: number[] = [];
  let hidden = 0;
  closed.forEach((contour, i) => {
    const inside = isFilled([i, ...nesting[i]]);
    const outside = isFilled(nesting[i]);
    if (inside === outside) hidden += 1;
    else if (inside) partOfOutline.set(i, [contour]);
    else holes.push(i);
  });
  for (const i of holes) {
    const outline = nesting[i].find((around) => partOfOutline.has(around));
    if (outline !== undefined) partOfOutline.get(outline)!.push(closed[i]);
  }
  return { parts: [...parts, ...partOfOutline.values()], hidden };
}

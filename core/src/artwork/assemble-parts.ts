import {
  flatten,
  nestRings,
  resolveFill,
  ringMeetings,
  signedArea,
  type CurveContour,
  type FillRule,
} from '../geometry';

export type { FillRule };

/** Contours of one drawn shape, put together: each outline with its holes, open lines alone. */
export interface AssembledShape {
  parts: CurveContour[][];
  /** Closed contours that lie inside the filled area and show no edge. */
  hidden: number;
  /** Closed contours that enclose nothing that is filled: they cancel each other, or were drawn twice. */
  empty: number;
}

/** Rings are only compared with each other, so a coarse flattening does (mm). */
const NESTING_TOLERANCE_MM = 0.05;

/**
 * Sorts the contours (in mm) of one filled shape into parts: what its fill rule fills, resolved where contours cross, overlap
 * or touch. Whether a ring is an outline, a hole or hidden follows from the fill rule: an edge shows where the area changes
 * between filled and empty.
 */
export function assembleParts(contours: CurveContour[], fillRule: FillRule): AssembledShape {
  const open = contours.filter((contour) => !contour.closed).map((contour) => [contour]);
  const closed = contours.filter((contour) => contour.closed);
  const resolved = resolveFill(closed, fillRule);
  // What was resolved has outlines and holes by turns, whatever the rule was.
  const sorted = resolved ? outlinesWithHoles(resolved.contours, 'evenodd') : outlinesWithHoles(closed, fillRule);
  return {
    parts: [...open, ...sorted.parts],
    hidden: sorted.hidden + (resolved?.hidden.length ?? 0),
    empty: resolved?.empty.length ?? 0,
  };
}

/**
 * Sorts line work into parts: an outline with what lies wholly within it, by turns. Lines that cross stay lines of their
 * own, each as it was drawn.
 */
export function assembleLines(contours: CurveContour[]): CurveContour[][] {
  const open = contours.filter((contour) => !contour.closed).map((contour) => [contour]);
  const closed = contours.filter((contour) => contour.closed);
  const rings = closed.map((contour) => flatten(contour, NESTING_TOLERANCE_MM).points);
  const crossed = new Set(
    ringMeetings(rings)
      .filter(([a, b]) => a !== b)
      .flat(),
  );
  const alone = closed.flatMap((contour, i) => (crossed.has(i) ? [[contour]] : []));
  return [
    ...open,
    ...outlinesWithHoles(
      closed.filter((_, i) => !crossed.has(i)),
      'evenodd',
    ).parts,
    ...alone,
  ];
}

/** Contours that do not meet, by how they lie in each other. */
function outlinesWithHoles(closed: CurveContour[], fillRule: FillRule): { parts: CurveContour[][]; hidden: number } {
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
  return { parts: [...partOfOutline.values()], hidden };
}

import type { Point } from '../geometry';

/** The names of a page's marks, in their order: as one reads. */
export const MARK_NAMES = ['upper left', 'upper right', 'lower left', 'lower right'] as const;
export type MarkName = (typeof MARK_NAMES)[number];

/** How a page's marks are drawn. */
export interface MarkSet {
  /** From the edge of the page to the corner of each bracket, in mm. */
  insetMm: number;
  /** The legs of a bracket, in mm. */
  legMm: number;
  /** How thick they are, in mm. */
  lineMm: number;
}

export const USUAL_MARKS: MarkSet = { insetMm: 12, legMm: 10, lineMm: 0.5 };

/** How the marks lie for a machine that looks for them. */
export const marksFor = (machine: { markInsetMm?: number | null; markLegMm?: number | null } | undefined): MarkSet => ({
  ...USUAL_MARKS,
  insetMm: machine?.markInsetMm ?? USUAL_MARKS.insetMm,
  legMm: machine?.markLegMm ?? USUAL_MARKS.legMm,
});

/** The dots beside the upper left bracket tell which way round a page lies: so many, so far apart, in mm. */
export const DOTS = 3;
export const DOT_APART_MM = 4;
export const DOT_MM = 1.6;

/** Where the corner of each bracket is, from the page's upper left corner, in mm. */
export function marksOf({ widthMm, heightMm }: { widthMm: number; heightMm: number }, { insetMm }: MarkSet): Point[] {
  return [
    { x: insetMm, y: insetMm },
    { x: widthMm - insetMm, y: insetMm },
    { x: insetMm, y: heightMm - insetMm },
    { x: widthMm - insetMm, y: heightMm - insetMm },
  ];
}

/** A bracket as the two lines from its corner inwards, and the dots of the first one. */
export function markLines(marks: readonly Point[], { legMm }: MarkSet): { legs: [Point, Point][]; dots: Point[] } {
  const [{ x, y }] = marks;
  const middle = marks.reduce((sum, mark) => ({ x: sum.x + mark.x / 4, y: sum.y + mark.y / 4 }), { x: 0, y: 0 });
  const legs = marks.flatMap((mark): [Point, Point][] => [
    [mark, { x: mark.x + Math.sign(middle.x - mark.x) * legMm, y: mark.y }],
    [mark, { x: mark.x, y: mark.y + Math.sign(middle.y - mark.y) * legMm }],
  ]);
  return {
    legs,
    dots: Array.from({ length: DOTS }, (_, i) => ({ x: x + legMm + (i + 1) * DOT_APART_MM, y })),
  };
}

/** The size of laminate that covers the work and leaves the marks bare, in mm; null where there is no room between them. */
export function laminateSize(
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
  { insetMm, lineMm }: MarkSet,
  clearMm = 2,
): { widthMm: number; heightMm: number } | null {
  // The legs of a bracket run along the edges: what is inside of them is free.
  const taken = 2 * (insetMm + lineMm / 2 + clearMm);
  const size = { widthMm: widthMm - taken, heightMm: heightMm - taken };
  return size.widthMm > 0 && size.heightMm > 0 ? size : null;
}

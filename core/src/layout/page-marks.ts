import { overlap, type Bounds, type Point } from '../geometry';

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

/** What has to stay white round each mark, so that a camera finds it, in mm. */
const WHITE_MM = 2;

/** What the marks of a page take up, each with the white round it: nothing else may lie there. mm from the page's upper left corner. */
export function markSpots(page: { widthMm: number; heightMm: number }, set: MarkSet): Point[][] {
  const marks = marksOf(page, set);
  const { legs, dots } = markLines(marks, set);
  return marks.map((mark, i) => {
    const own = [mark, ...legs.filter(([from]) => from === mark).map(([, end]) => end), ...(i === 0 ? dots : [])];
    const around = WHITE_MM + Math.max(set.lineMm, i === 0 ? DOT_MM : 0) / 2;
    const [xs, ys] = [own.map(({ x }) => x), own.map(({ y }) => y)];
    const [left, right] = [Math.min(...xs) - around, Math.max(...xs) + around];
    const [top, bottom] = [Math.min(...ys) - around, Math.max(...ys) + around];
    return [
      { x: left, y: top },
      { x: right, y: top },
      { x: right, y: bottom },
      { x: left, y: bottom },
    ];
  });
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

/** What of a page lies within its marks and the white round them, mm from its upper left corner; null where nothing does. */
export function withinPageMarks(page: { widthMm: number; heightMm: number }, set: MarkSet): Bounds | null {
  const edge = set.insetMm + Math.max(set.lineMm, DOT_MM) / 2 + WHITE_MM;
  const box = { minX: edge, minY: edge, maxX: page.widthMm - edge, maxY: page.heightMm - edge };
  return box.minX < box.maxX && box.minY < box.maxY ? box : null;
}

/** What is kept free round a mark, so that it is told from the print, in mm. */
const CLEAR_MM = 2;

/** Which of some boxes lie on a bracket of a page or on its dots, or so near that it could not be read. mm from the page's upper left corner */
export function onPageMarks(
  boxes: readonly Bounds[],
  page: { widthMm: number; heightMm: number },
  set: MarkSet,
): Bounds[] {
  const { legs, dots } = markLines(marksOf(page, set), set);
  const taken = [
    ...legs.map(([from, to]) => aroundBoth(from, to, CLEAR_MM)),
    ...dots.map((dot) => aroundBoth(dot, dot, DOT_MM / 2 + CLEAR_MM)),
  ];
  return boxes.filter((box) => taken.some((spot) => overlap(box, spot)));
}

const aroundBoth = (a: Point, b: Point, by: number): Bounds => ({
  minX: Math.min(a.x, b.x) - by,
  minY: Math.min(a.y, b.y) - by,
  maxX: Math.max(a.x, b.x) + by,
  maxY: Math.max(a.y, b.y) + by,
});

import type { Point, Region } from '../geometry';

/** An edge of a region between two heights, the lower end first. */
interface Edge {
  a: Point;
  b: Point;
}

/** A piece of a scan line that lies in the region. */
interface Span {
  from: number;
  to: number;
}

/** A row of strokes drawn with the tool down, and where it stands. */
interface Chain {
  points: Point[];
}

/** A link is no longer than so many spacings: a longer one would be seen. */
const LONGEST_LINK = 3;

/**
 * Straight strokes across a region at a set spacing and angle, clipped to it exactly. Strokes of neighbouring lines are linked
 * with the tool down where the way from one to the other lies in the region, unless they are not to be.
 * @param region normalised, or any rings under the even-odd rule; mm
 * @param angle in degrees, clockwise on the screen
 */
export function scanLines(
  region: Region,
  spacingMm: number,
  angle: number,
  { isLinked = true }: { isLinked?: boolean } = {},
): Point[][] {
  const turn = (angle * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  // Turned so that the strokes lie level; turned back at the end.
  const level = region.map((ring) => ring.map(({ x, y }) => ({ x: cos * x + sin * y, y: -sin * x + cos * y })));
  return levelStrokes(level, spacingMm, isLinked).map((points) =>
    points.map(({ x, y }) => ({ x: cos * x - sin * y, y: sin * x + cos * y })),
  );
}

function levelStrokes(region: Region, spacing: number, isLinked: boolean): Point[][] {
  const ys = region.flatMap((ring) => ring.map(({ y }) => y));
  if (ys.length === 0) return [];
  const [top, bottom] = ys.reduce(([low, high], y) => [Math.min(low, y), Math.max(high, y)], [Infinity, -Infinity]);
  const number = Math.max(1, Math.floor((bottom - top) / spacing));
  // As far from the lower edge as from the upper one.
  const first = top + (bottom - top - (number - 1) * spacing) / 2;
  const bands = edgesByBand(region, first, spacing, number);
  const done: Point[][] = [];
  let open: Chain[] = [];
  for (let k = 0; k < number; k++) {
    const y = first + k * spacing;
    const spans = spansAt(bands.line[k], y);
    const next: Chain[] = [];
    const waiting = new Set(open);
    for (const span of spans) {
      const chain = isLinked && k > 0 ? linkTo(span, y, waiting, bands.between[k], spacing) : null;
      if (chain) waiting.delete(chain);
      const own = chain ?? { points: [{ x: span.from, y }] };
      const last = own.points.at(-1)!;
      const far = Math.abs(last.x - span.from) < Math.abs(last.x - span.to) ? span.to : span.from;
      own.points.push({ x: far, y });
      next.push(own);
    }
    done.push(...[...waiting].map(({ points }) => points));
    open = next;
  }
  return [...done, ...open.map(({ points }) => points)];
}

/** For each line the edges that it meets, and those that reach into the strip between it and the line before. */
function edgesByBand(region: Region, first: number, spacing: number, number: number) {
  const line: Edge[][] = Array.from({ length: number }, () => []);
  const between: Edge[][] = Array.from({ length: number }, () => []);
  for (const ring of region)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const [a, b] = ring[j].y <= ring[i].y ? [ring[j], ring[i]] : [ring[i], ring[j]];
      const edge = { a, b };
      // A line meets an edge from its lower end on, but for the upper end: at a corner it meets one of the two.
      const from = Math.max(0, Math.ceil((a.y - first) / spacing));
      for (let k = from; k < number && first + k * spacing < b.y; k++) line[k].push(edge);
      const strip = Math.max(1, Math.ceil((a.y - first) / spacing));
      for (let k = strip; k < number && first + (k - 1) * spacing <= b.y; k++) between[k].push(edge);
    }
  return { line, between };
}

function spansAt(edges: readonly Edge[], y: number): Span[] {
  const crossings = edges
    .filter(({ a, b }) => a.y <= y && y < b.y)
    .map(({ a, b }) => a.x + ((y - a.y) * (b.x - a.x)) / (b.y - a.y))
    .sort((p, q) => p - q);
  const spans: Span[] = [];
  for (let i = 0; i + 1 < crossings.length; i += 2)
    if (crossings[i + 1] - crossings[i] > 1e-6) spans.push({ from: crossings[i], to: crossings[i + 1] });
  return spans;
}

/** The nearest chain that a span can be drawn on from: at the end of the span that is nearer; it gets the link. Null where none can. */
function linkTo(
  span: Span,
  y: number,
  waiting: ReadonlySet<Chain>,
  edges: readonly Edge[],
  spacing: number,
): Chain | null {
  let best: { chain: Chain; to: Point; far: number } | null = null;
  for (const chain of waiting) {
    const last = chain.points.at(-1)!;
    const x = Math.abs(last.x - span.from) <= Math.abs(last.x - span.to) ? span.from : span.to;
    const far = Math.hypot(x - last.x, y - last.y);
    if (far <= LONGEST_LINK * spacing && (!best || far < best.far) && liesIn(last, { x, y }, edges))
      best = { chain, to: { x, y }, far };
  }
  if (!best) return null;
  best.chain.points.push(best.to);
  return best.chain;
}

/** How far a link may be beside the region, in mm: both its ends lie on the edge. */
const BESIDE_MM = 0.005;

/** Whether the way between two points on the edge lies in the region: each of some places on it, taken across the strip. */
function liesIn(from: Point, to: Point, edges: readonly Edge[]): boolean {
  const places = Math.max(3, Math.min(24, Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / 0.05)));
  for (let i = 1; i < places; i++) {
    const y = from.y + ((to.y - from.y) * i) / places;
    const x = from.x + ((to.x - from.x) * i) / places;
    const spans = spansAt(edges, y);
    if (!spans.some((span) => x >= span.from - BESIDE_MM && x <= span.to + BESIDE_MM)) return false;
  }
  return true;
}

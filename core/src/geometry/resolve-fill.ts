import Flatbush from 'flatbush';
import { combined, GRID, unionOf } from './clipping-library';
import { endOfSegment, flatten, pieceCount, type CurveContour, type Segment } from './curve';
import type { Point } from './point';
import { isInside, signedArea } from './polygon';
import { ringMeetings, squareTo } from './ring-meetings';
import { withoutSpikes } from './spikes';
import { pointOnSegment, stretchOfSegment } from './split-segment';

export type FillRule = 'nonzero' | 'evenodd';

/** The filled region of closed contours, resolved. */
export interface ResolvedFill {
  /** Contours that bound the region and meet nowhere: outlines run one way (area above 0), holes the other, or as they were drawn. */
  contours: CurveContour[];
  /** Contours no stretch of which bounds the region, by their number: they lie inside the filled area… */
  hidden: number[];
  /** …or on another contour, or enclose nothing. */
  empty: number[];
}

/** How near straight pieces are to their curves while the region is resolved, in mm. */
const TOLERANCE_MM = 0.002;
/** How far a corner may be from the side that it came from: rounding of the clipping library, in mm. */
const SNAP_MM = 3e-4;
/** Regions smaller than this are rounding, in mm². */
const LEAST_MM2 = 1e-5;
const WHOLE = 1e-6;

/**
 * What a fill rule fills, as contours that neither cross nor overlap. Curves are kept: a piece of a curve that bounds the
 * region is that curve, cut where another crosses it. Returns null where nothing meets, so that every contour stands as
 * it was drawn.
 * @param contours closed ones only
 */
export function resolveFill(contours: readonly CurveContour[], rule: FillRule): ResolvedFill | null {
  const coarse = contours.map((contour) => withoutSpikes(flatten(contour, TOLERANCE_MM).points, GRID));
  if (ringMeetings(coarse, () => true).length === 0) return null;
  const sides = new SourceSides(contours);
  const rings = ringsOf(unionOf(coarse, rule));
  const used = new Set<number>();
  const resolved = rings.map((ring) => sides.contourOf(ring, used)).filter(enclosesSomething);
  const unused = contours.map((_, i) => i).filter((i) => !used.has(i));
  const hidden = unused.filter(
    (i) =>
      coarse[i].length > 2 &&
      Math.abs(signedArea(coarse[i])) > LEAST_MM2 &&
      isWithin(middleOfSide(coarse[i]), rings) &&
      !sides.isOnAnother(middleOfSide(coarse[i]), i),
  );
  return { contours: resolved, hidden, empty: unused.filter((i) => !hidden.includes(i)) };
}

/**
 * What of a filled region (contours that meet nowhere, holes by turns) lies within a window, curves kept.
 * @param window a region as contours that meet nowhere, holes by turns
 */
export function clipToWindow(contours: readonly CurveContour[], window: readonly CurveContour[]): CurveContour[] {
  const points = (contour: CurveContour) => flatten(contour, TOLERANCE_MM).points;
  const sides = new SourceSides([...contours, ...window]);
  return ringsOf(combined('intersection', contours.map(points), window.map(points), 'evenodd')).map((ring) =>
    sides.contourOf(ring, new Set()),
  );
}

const ringsOf = (paths: Point[][]): Point[][] =>
  paths.filter((ring) => ring.length > 2 && Math.abs(signedArea(ring)) > LEAST_MM2);
/** A sliver between two sides that are all but the same may be those two sides, once its corners are put back where they were drawn. */
const enclosesSomething = ({ segments }: CurveContour): boolean =>
  segments.length > 1 || segments.some(([kind]) => kind !== 'L');
const middleOfSide = ([a, b]: readonly Point[]): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
const isWithin = (point: Point, rings: readonly Point[][]): boolean =>
  rings.reduce((inside, ring) => (isInside(point, ring) ? !inside : inside), false);

/** A stretch of one segment of a contour that was drawn. */
interface Stretch {
  contour: number;
  segment: number;
  from: number;
  to: number;
}

/** All sides of the contours as they were drawn, each with the segment and the stretch of it that it stands for. */
class SourceSides {
  private readonly sides: (Stretch & { a: [number, number]; b: [number, number] })[] = [];
  private readonly index: Flatbush;
  /** The segments of each contour with the closing line, and where each starts. */
  private readonly segments: { start: [number, number]; segment: Segment }[][];

  constructor(private readonly contours: readonly CurveContour[]) {
    this.segments = contours.map(withClosingLine);
    this.segments.forEach((segments, contour) =>
      segments.forEach(({ start, segment }, s) => {
        const pieces = pieceCount(start, segment, TOLERANCE_MM);
        let a = start;
        for (let i = 1; i <= pieces; i++) {
          const b = i === pieces ? endOfSegment(segment) : pointOnSegment(start, segment, i / pieces);
          this.sides.push({ contour, segment: s, from: (i - 1) / pieces, to: i / pieces, a, b });
          a = b;
        }
      }),
    );
    this.index = new Flatbush(Math.max(1, this.sides.length));
    if (this.sides.length === 0) this.index.add(0, 0, 0, 0);
    for (const { a, b } of this.sides)
      this.index.add(Math.min(a[0], b[0]), Math.min(a[1], b[1]), Math.max(a[0], b[0]), Math.max(a[1], b[1]));
    this.index.finish();
  }

  /** Whether a point lies on a side of another contour. */
  isOnAnother({ x, y }: Point, contour: number): boolean {
    return this.near(x, y).some((i) => this.sides[i].contour !== contour && this.isOn(i, x, y));
  }

  /** A ring of the region, of the curves that it was made from. Notes whose they were. */
  contourOf(ring: readonly Point[], used: Set<number>): CurveContour {
    let last: Stretch | null = null;
    const found = ring.map((from, i) => (last = this.stretchOf(from, ring[(i + 1) % ring.length], last)));
    // Begun where one segment ends and another begins, so that none is cut at the ring's own start.
    const begin = Math.max(
      0,
      found.findIndex((stretch, i) => !goesOn(found[(i + found.length - 1) % found.length], stretch)),
    );
    const runs: { start: Point; end: Point; stretch: Stretch | null }[] = [];
    for (let k = 0; k < ring.length; k++) {
      const i = (begin + k) % ring.length;
      const [start, end, stretch] = [ring[i], ring[(i + 1) % ring.length], found[i]];
      const run = runs[runs.length - 1];
      if (run && goesOn(run.stretch, stretch)) {
        run.end = end;
        run.stretch!.to = stretch!.to;
      } else runs.push({ start, end, stretch: stretch && { ...stretch } });
      if (stretch) used.add(stretch.contour);
    }
    return this.asDrawn(runs.map(({ stretch }) => stretch)) ?? { closed: true, ...this.joined(runs) };
  }

  /** The contour itself where the ring is all of it, in its own order. */
  private asDrawn(runs: readonly (Stretch | null)[]): CurveContour | null {
    const first = runs[0];
    if (!first || runs.length !== this.segments[first.contour].length) return null;
    const isWhole = runs.every(
      (run) => run && run.contour === first.contour && Math.abs(Math.abs(run.to - run.from) - 1) < WHOLE,
    );
    return isWhole && new Set(runs.map((run) => run!.segment)).size === runs.length
      ? this.contours[first.contour]
      : null;
  }

  private joined(
    runs: readonly { start: Point; end: Point; stretch: Stretch | null }[],
  ): Pick<CurveContour, 'start' | 'segments'> {
    let start: [number, number] | null = null;
    const segments: Segment[] = [];
    for (const { start: from, end, stretch } of runs) {
      const source = stretch && this.segments[stretch.contour][stretch.segment];
      if (!source || source.segment[0] === 'L') {
        start ??= source && isNear(source, stretch.from, from) ? cornerOf(source, stretch.from) : [from.x, from.y];
        segments.push([
          'L',
          ...(source && isNear(source, stretch.to, end)
            ? cornerOf(source, stretch.to)
            : ([end.x, end.y] as [number, number])),
        ]);
        continue;
      }
      const piece = stretchOfSegment(source.start, source.segment, stretch.from, stretch.to);
      start ??= piece.start;
      segments.push(piece.segment);
    }
    // The last straight side of a closed contour is understood.
    const last = segments[segments.length - 1];
    if (last?.[0] === 'L') segments.pop();
    else if (last && start) segments[segments.length - 1] = [...last.slice(0, -2), ...start] as Segment;
    return { start: start!, segments };
  }

  private stretchOf(from: Point, to: Point, last: Stretch | null): Stretch | null {
    const [x, y] = [(from.x + to.x) / 2, (from.y + to.y) / 2];
    const fits = this.near(x, y).filter((i) => this.isOn(i, from.x, from.y) && this.isOn(i, to.x, to.y));
    if (fits.length === 0) return null;
    const side =
      this.sides[
        fits.find((i) => last && this.sides[i].contour === last.contour && this.sides[i].segment === last.segment) ??
          fits[0]
      ];
    return { contour: side.contour, segment: side.segment, from: shareAt(side, from), to: shareAt(side, to) };
  }

  private near(x: number, y: number): number[] {
    return this.index.search(x - SNAP_MM, y - SNAP_MM, x + SNAP_MM, y + SNAP_MM).filter((i) => i < this.sides.length);
  }

  private isOn(i: number, x: number, y: number): boolean {
    const { a, b } = this.sides[i];
    return squareTo(x, y, a[0], a[1], b[0], b[1]) < SNAP_MM * SNAP_MM;
  }
}

/** Whether a stretch goes on along the same segment, the same way. */
function goesOn(before: Stretch | null, after: Stretch | null): boolean {
  if (!before || !after || before.contour !== after.contour || before.segment !== after.segment) return false;
  return Math.abs(before.to - after.from) < 1e-3 && (before.to - before.from) * (after.to - after.from) > 0;
}

/** How far along its segment a point of a side lies; its ends exactly where they are within rounding. */
function shareAt({ a, b, from, to }: Stretch & { a: [number, number]; b: [number, number] }, { x, y }: Point): number {
  if (Math.hypot(x - a[0], y - a[1]) < SNAP_MM) return from;
  if (Math.hypot(x - b[0], y - b[1]) < SNAP_MM) return to;
  const [ux, uy] = [b[0] - a[0], b[1] - a[1]];
  const t = ((x - a[0]) * ux + (y - a[1]) * uy) / (ux * ux + uy * uy);
  return from + (to - from) * Math.max(0, Math.min(1, t));
}

type Placed = { start: [number, number]; segment: Segment };
const cornerOf = ({ start, segment }: Placed, t: number): [number, number] => pointOnSegment(start, segment, t);
/** A corner that was drawn is put back without the clipping library's rounding. */
const isNear = (source: Placed, t: number, { x, y }: Point): boolean => {
  const [cx, cy] = cornerOf(source, t);
  return (t === 0 || t === 1) && Math.hypot(cx - x, cy - y) < SNAP_MM;
};

function withClosingLine({ start, segments }: CurveContour): Placed[] {
  const placed: Placed[] = [];
  let at = start;
  for (const segment of segments) {
    const end = endOfSegment(segment);
    if (segment[0] !== 'L' || Math.hypot(end[0] - at[0], end[1] - at[1]) > 1e-9) placed.push({ start: at, segment });
    at = end;
  }
  if (Math.hypot(at[0] - start[0], at[1] - start[1]) > 1e-9) placed.push({ start: at, segment: ['L', ...start] });
  return placed;
}

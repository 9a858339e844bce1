import { arcSegments, bulgeSegments, onEllipse, type CurveContour, type Ellipse, type Segment } from '../../geometry';
import { splineContour } from './spline';

type Group = readonly [code: number, value: number];
const TURN = 2 * Math.PI;
/** Bit of a boundary's kind: it is a polyline, not edges. */
const IS_POLYLINE = 2;
const MOST_EDGES = 100_000;

/**
 * The boundaries of a HATCH from its groups (codes 91 on: paths of a polyline, or of lines, arcs, elliptic arcs and
 * splines), in the drawing's units, y up.
 * @throws RangeError where the groups break off or counts cannot be
 */
export function hatchContours(groups: readonly Group[]): CurveContour[] {
  const reader = new GroupReader(groups);
  reader.skipTo(91);
  const paths = reader.count(91);
  return Array.from({ length: paths }, () => {
    reader.skipTo(92);
    return reader.take(92) & IS_POLYLINE ? polylinePath(reader) : edgePath(reader);
  }).flatMap((contour) => contour ?? []);
}

class GroupReader {
  private at = 0;
  constructor(private readonly groups: readonly Group[]) {}

  skipTo(code: number): void {
    while (this.at < this.groups.length && this.groups[this.at][0] !== code) this.at += 1;
  }

  take(code: number): number {
    const group = this.groups[this.at];
    if (!group || group[0] !== code || !Number.isFinite(group[1]))
      throw new RangeError(`its boundary breaks off where group ${code} was expected`);
    this.at += 1;
    return group[1];
  }

  takeIf(code: number, otherwise: number): number {
    return this.groups[this.at]?.[0] === code ? this.take(code) : otherwise;
  }

  count(code: number): number {
    const count = this.take(code);
    if (!(count >= 0 && count <= MOST_EDGES)) throw new RangeError(`its boundary says it has ${count} pieces`);
    return count;
  }

  /** What newer files add to a spline: the points it was fitted to and its end tangents. The curve is told already. */
  passFitData(): void {
    if (this.groups[this.at]?.[0] !== 97) return;
    this.at += 1;
    while ([11, 21, 12, 22, 13, 23].includes(this.groups[this.at]?.[0])) this.at += 1;
  }

  point(code: number): [number, number] {
    return [this.take(code), this.take(code + 10)];
  }
}

function polylinePath(reader: GroupReader): CurveContour | null {
  const hasBulges = reader.takeIf(72, 0) === 1;
  reader.takeIf(73, 1);
  const vertices = Array.from({ length: reader.count(93) }, () => ({
    at: reader.point(10),
    bulge: hasBulges ? reader.takeIf(42, 0) : 0,
  }));
  if (vertices.length < 2) return null;
  const segments = vertices.flatMap(({ at, bulge }, i) =>
    bulgeSegments(at, vertices[(i + 1) % vertices.length].at, bulge),
  );
  return { closed: true, start: vertices[0].at, segments };
}

function edgePath(reader: GroupReader): CurveContour | null {
  let contour: CurveContour | null = null;
  for (let left = reader.count(93); left > 0; left--) {
    const { start, segments } = edge(reader);
    if (contour) contour.segments.push(...segments);
    else contour = { closed: true, start, segments };
  }
  return contour;
}

/** One edge; the kinds are 1 line, 2 arc of a circle, 3 arc of an ellipse, 4 spline. */
function edge(reader: GroupReader): { start: [number, number]; segments: Segment[] } {
  const kind = reader.take(72);
  if (kind === 1) {
    const start = reader.point(10);
    const end = reader.point(11);
    return { start, segments: [['L', ...end]] };
  }
  if (kind === 2) {
    const centre = reader.point(10);
    const radius = reader.take(40);
    return arc({ centre, u: [radius, 0], v: [0, radius] }, reader);
  }
  if (kind === 3) {
    const centre = reader.point(10);
    const [ux, uy] = reader.point(11);
    const ratio = reader.take(40);
    return arc({ centre, u: [ux, uy], v: [-uy * ratio, ux * ratio] }, reader);
  }
  if (kind !== 4) throw new RangeError(`its boundary has an edge of kind ${kind}`);
  const degree = reader.take(94);
  const isRational = reader.takeIf(73, 0) === 1;
  reader.takeIf(74, 0);
  const knotCount = reader.count(95);
  const pointCount = reader.count(96);
  const knots = Array.from({ length: knotCount }, () => reader.take(40));
  const weights: number[] = [];
  const points = Array.from({ length: pointCount }, () => {
    const point = reader.point(10);
    if (isRational) weights.push(reader.takeIf(42, 1));
    return point;
  });
  reader.passFitData();
  return splineContour({ degree, knots, points, weights: isRational ? weights : undefined });
}

/** Angles are in degrees and counted clockwise where the edge runs so. */
function arc(shape: Ellipse, reader: GroupReader): { start: [number, number]; segments: Segment[] } {
  const [from, to] = [(reader.take(50) * Math.PI) / 180, (reader.take(51) * Math.PI) / 180];
  const way = reader.takeIf(73, 1) === 1 ? 1 : -1;
  let sweep = to - from;
  if (Math.abs(sweep) < 1e-12 || Math.abs(sweep) > TURN) sweep = TURN;
  return { start: onEllipse(shape, way * from), segments: arcSegments(shape, way * from, way * sweep) };
}

import Flatbush from 'flatbush';
import { isInside, signedArea, type Bounds, type Point } from '../geometry';
import type { Outline } from './outline';

/** A lead-in that has no room is tried shorter, so many times by half. */
const TRIED = 3;

/** Everywhere: a tool that may go where it likes. */
const ANYWHERE: Bounds = { minX: -Infinity, minY: -Infinity, maxX: Infinity, maxY: Infinity };

/** Where lines lie, so that a lead-in crosses none. */
export class WasteSide {
  private readonly tree: Flatbush;
  private readonly ends: { a: Point; b: Point }[] = [];

  /** @param reach where the machine can go */
  constructor(
    private readonly outlines: readonly Outline[],
    private readonly reach: Bounds = ANYWHERE,
  ) {
    for (const { points, closed } of outlines)
      for (let i = 0; i + (closed ? 0 : 1) < points.length; i++)
        this.ends.push({ a: points[i], b: points[(i + 1) % points.length] });
    this.tree = new Flatbush(Math.max(1, this.ends.length));
    if (this.ends.length === 0) this.tree.add(0, 0, 0, 0);
    for (const { a, b } of this.ends)
      this.tree.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y));
    this.tree.finish();
  }

  /**
   * Where a tool comes down so that it reaches a point of a closed outline straight out of the waste: beside the part, or within
   * its hole. Shorter where other lines are in the way; null where there is no room at all.
   * @param index of the outline's point
   * @param lengthMm how far away it should be
   */
  before({ points, closed, isHole = false }: Outline, index: number, lengthMm: number): Point | null {
    const at = points[index];
    const out = this.outOf({ points, closed, isHole }, index);
    if (!out || !(lengthMm > 0)) return null;
    for (let i = 0, length = lengthMm; i < TRIED; i++, length /= 2) {
      const from = { x: at.x + out.x * length, y: at.y + out.y * length };
      if (this.isFree(from, at)) return from;
    }
    return null;
  }

  /** The direction straight into the waste at a point of a closed outline, of length 1; null where it turns back on itself. */
  outOf({ points, closed, isHole = false }: Outline, index: number): Point | null {
    if (!closed || points.length < 3) return null;
    const n = points.length;
    const at = points[index];
    const before = unit(points[(index + n - 1) % n], at);
    const after = unit(at, points[(index + 1) % n]);
    // To the left of the way is outside where the ring goes round clockwise as numbers count; y down turns that about.
    const side = (signedArea(points) > 0 ? 1 : -1) * (isHole ? -1 : 1);
    const out = { x: (before.y + after.y) * side, y: -(before.x + after.x) * side };
    const long = Math.hypot(out.x, out.y);
    return long < 1e-6 ? null : { x: out.x / long, y: out.y / long };
  }

  /** Whether a point lies in waste: within no piece, or within a hole of one. */
  isWaste(point: Point): boolean {
    return this.outlines.filter(({ points, closed }) => closed && isInside(point, points)).length % 2 === 0;
  }

  /**
   * Whether a tool can go along points in the waste: all within reach, at least so far from every line, and crossing none on the way
   * from each to the next.
   */
  isClear(way: readonly Point[], marginMm: number): boolean {
    const { minX, minY, maxX, maxY } = this.reach;
    return (
      way.every(({ x, y }) => x >= minX && x <= maxX && y >= minY && y <= maxY) &&
      way.every((point) => this.nearest(point, marginMm) >= marginMm) &&
      way.every((point, i) => i === 0 || this.isFree(way[i - 1], point)) &&
      this.isWaste(way[0])
    );
  }

  /** How far the nearest line lies, as far as `within` mm; Infinity beyond. */
  private nearest(at: Point, within: number): number {
    return this.tree
      .search(at.x - within, at.y - within, at.x + within, at.y + within)
      .reduce((least, i) => (this.ends[i] ? Math.min(least, offLine(at, this.ends[i])) : least), Infinity);
  }

  /** Whether a way crosses no line, but for where it ends. */
  private isFree(from: Point, to: Point): boolean {
    const near = this.tree.search(
      Math.min(from.x, to.x) - 1e-3,
      Math.min(from.y, to.y) - 1e-3,
      Math.max(from.x, to.x) + 1e-3,
      Math.max(from.y, to.y) + 1e-3,
    );
    const end = { x: to.x + (from.x - to.x) * 1e-3, y: to.y + (from.y - to.y) * 1e-3 };
    return near.every((i) => !this.ends[i] || !cross(from, end, this.ends[i].a, this.ends[i].b));
  }
}

function offLine({ x, y }: Point, { a, b }: { a: Point; b: Point }): number {
  const long = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
  const t = long > 0 ? Math.min(1, Math.max(0, ((x - a.x) * (b.x - a.x) + (y - a.y) * (b.y - a.y)) / long)) : 0;
  return Math.hypot(a.x + (b.x - a.x) * t - x, a.y + (b.y - a.y) * t - y);
}

function unit(a: Point, b: Point): Point {
  const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
}

function cross(p: Point, q: Point, a: Point, b: Point): boolean {
  const side = (o: Point, d: Point, e: Point) => (d.x - o.x) * (e.y - o.y) - (d.y - o.y) * (e.x - o.x);
  return side(p, q, a) * side(p, q, b) <= 0 && side(a, b, p) * side(a, b, q) <= 0;
}

import { boundsOf, type Point } from '../geometry';
import { machineKindOf, type Machine } from '../machines';
import type { Stroke } from '../toolpath';
import { FULL_POWER_S, writeGcode } from './gcode/write';
import { writeHpgl } from './hpgl/write';
import type { Frame } from './frame';

/** The edge of what is about to run: its box, or the tightest line round it. */
export const EDGES = ['box', 'hull'] as const;
export type Edge = (typeof EDGES)[number];

/** The head walks slowly enough for an eye to follow, mm/s. */
const WALK_MM_S = 40;

/** The way round the edge of all that a step does, back to where it begins; empty where it does nothing. */
export function edgeWay(strokes: readonly Stroke[], edge: Edge): Point[] {
  const points = strokes.flatMap((stroke) => stroke.points);
  const box = boundsOf(points);
  if (!box) return [];
  if (edge === 'box') {
    const { minX, minY, maxX, maxY } = box;
    const corners = [
      { x: minX, y: minY },
      { x: maxX, y: minY },
      { x: maxX, y: maxY },
      { x: minX, y: maxY },
    ];
    return [...corners, corners[0]];
  }
  const hull = convexHull(points);
  return [...hull, hull[0]];
}

/** The smallest outline without a dent round some points (Andrew 1979). */
function convexHull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const turn = (o: Point, a: Point, b: Point) => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
  const half = (list: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const point of list) {
      while (chain.length > 1 && turn(chain[chain.length - 2], chain[chain.length - 1], point) <= 0) chain.pop();
      chain.push(point);
    }
    return chain.slice(0, -1);
  };
  const hull = [...half(sorted), ...half(sorted.reverse())];
  return hull.length > 0 ? hull : [sorted[0]];
}

/**
 * The machine file that walks the edge: a beam off, or at the power that only points; a tool up.
 * @param way from {@link edgeWay}
 */
export function edgeFile(machine: Machine, way: readonly Point[], zero: Frame): string {
  if (machineKindOf(machine.kind).does === 'tool')
    return writeHpgl({ strokes: [], pen: 1, speedMmS: null, forceGf: null, walk: way, zero });
  // Never less than the smallest step of power where it points at all, and nothing at all where it does not.
  const point = machine.pointPower ?? 0;
  const power = point > 0 ? Math.max(point, 1 / FULL_POWER_S) : 0;
  return writeGcode(
    [{ strokes: way.length > 1 ? [{ points: [...way] }] : [], power, speedMmS: WALK_MM_S, air: false }],
    zero,
  );
}

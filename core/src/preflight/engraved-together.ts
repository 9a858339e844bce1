import { processOf } from '../recipes';
import Flatbush from 'flatbush';
import { isInside, type Bounds, type Point } from '../geometry';
import type { PlacedPart } from '../layout';
import type { Finding } from './finding';
import { lineMeetings } from './line-meetings';
import type { CheckedStep } from './step-input';

/** Parts of an engraved area that overlap: nothing goes wrong, but what comes out may not be what was meant. */
export function checkEngravedTogether({ placed, process }: CheckedStep): Finding[] {
  if (processOf(process).path !== 'rows') return [];
  const { lines, crossings } = lineMeetings(placed);
  const pairs = new Map<string, [number, number]>();
  for (const { a, b } of crossings) {
    const [one, other] = [lines[a].part, lines[b].part].sort((p, q) => p - q);
    if (one !== other) pairs.set(`${one}:${other}`, [one, other]);
  }
  const within = lyingWithin(placed);
  const findings: Finding[] = [];
  if (pairs.size > 0) {
    const [[one, other]] = pairs.values();
    findings.push({
      code: 'overlap',
      severity: 'warn',
      message: `${pairs.size === 1 ? `“${placed[one].name}” and “${placed[other].name}” overlap` : `${pairs.size} pairs of parts overlap`}: they come out as one area, engraved once.`,
      mend: 'Leave it so, or move one of them.',
      places: [...pairs.values()].map(([i, j]) => shared(placed[i].bounds, placed[j].bounds)),
    });
  }
  if (within.length > 0) {
    const [{ inner, outer }] = within;
    findings.push({
      code: 'engraved-within',
      severity: 'warn',
      message:
        within.length === 1
          ? `“${placed[inner].name}” lies within “${placed[outer].name}”, which is engraved all over: it will not show.`
          : `${within.length} parts lie within others, which are engraved all over: they will not show.`,
      mend: 'Leave the outer one out, or leave out what does not show. To see it, it has to be a hole of the outer one.',
      places: within.map(({ inner: i }) => placed[i].bounds),
      fix: {
        kind: 'leave-out',
        label: within.length === 1 ? 'Leave the inner one out' : `Leave ${within.length} inner ones out`,
        partIds: within.map(({ inner: i }) => placed[i].id),
      },
    });
  }
  return findings;
}

/** Parts that lie in the filled area of another, without crossing its edge. */
function lyingWithin(placed: readonly PlacedPart[]): { inner: number; outer: number }[] {
  if (placed.length < 2) return [];
  const index = new Flatbush(placed.length);
  for (const { bounds } of placed) index.add(bounds.minX, bounds.minY, bounds.maxX, bounds.maxY);
  index.finish();
  return placed.flatMap((part, inner) => {
    const points = part.contours[0]?.points ?? [];
    if (points.length < 2) return [];
    const probes = [0, Math.floor(points.length / 3), Math.floor((2 * points.length) / 3)].map((i) => points[i]);
    const outer = index
      .search(part.bounds.minX, part.bounds.minY, part.bounds.maxX, part.bounds.maxY)
      .find(
        (j) =>
          j !== inner &&
          sizeOf(placed[j].bounds) > sizeOf(part.bounds) &&
          probes.every((probe) => isFilledAt(placed[j], probe)),
      );
    return outer === undefined ? [] : [{ inner, outer }];
  });
}

const sizeOf = ({ minX, minY, maxX, maxY }: Bounds): number => (maxX - minX) * (maxY - minY);
const isFilledAt = ({ contours }: PlacedPart, point: Point): boolean =>
  contours.reduce((inside, { closed, points }) => (closed && isInside(point, points) ? !inside : inside), false);
const shared = (a: Bounds, b: Bounds): Bounds => ({
  minX: Math.max(a.minX, b.minX),
  minY: Math.max(a.minY, b.minY),
  maxX: Math.min(a.maxX, b.maxX),
  maxY: Math.min(a.maxY, b.maxY),
});

import {
  IDENTITY,
  difference,
  edgesOf,
  flatten,
  intersection,
  linesWithin,
  regionOf,
  type Point,
  type Region,
} from '../geometry';
import { choice } from '../measured';
import { OperationRefusedError, type Lines, type Operation } from './operation';
import { boxOf } from './repeats';

const TOLERANCE_MM = 0.005;

/** One of the two pieces of a part that is broken along another: on the one side of a line and on the other, or within a shape and outside it. */
export const BROKEN: Operation = {
  name: 'broken',
  label: 'Break along the other part',
  needs: 'several',
  measures: [choice('side', 'Piece', ['the first', 'the other'])],
  carriesPrint: () => IDENTITY,
  apply: ([lines, ...by], { side }) => {
    const knife = by.flat();
    const within = knife.some(({ closed }) => closed) ? regionOf(knife) : beside(lines, knife);
    return pieceOf(lines, within, side === 0);
  },
};

/** What of a part lies within a region, or outside it: its outline, and its open lines too. */
export function pieceOf(lines: Lines, within: Region, isInside: boolean) {
  const region = regionOf(lines);
  const open = lines.filter(({ closed }) => !closed).map((contour) => flatten(contour, TOLERANCE_MM).points);
  const far = around(lines, within);
  const kept = isInside ? within : difference([far], within);
  return [
    ...edgesOf(intersection(region, kept)),
    ...linesWithin(open, kept, 'nonzero')
      .filter((points) => points.length > 1)
      .map((points) => ({
        closed: false,
        start: [points[0].x, points[0].y] as [number, number],
        segments: points.slice(1).map(({ x, y }): ['L', number, number] => ['L', x, y]),
      })),
  ];
}

/** A box that everything lies well within. */
function around(lines: Lines, region: Region): Point[] {
  const { minX, minY, maxX, maxY } = boxOf(lines);
  const all = [...region.flat(), { x: minX, y: minY }, { x: maxX, y: maxY }];
  const [xs, ys] = [all.map(({ x }) => x), all.map(({ y }) => y)];
  const [left, right] = [Math.min(...xs) - 1, Math.max(...xs) + 1];
  const [top, bottom] = [Math.min(...ys) - 1, Math.max(...ys) + 1];
  return [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ];
}

/** All that lies to one side of an open line that is drawn out straight at both of its ends. */
function beside(lines: Lines, knife: Lines): Region {
  const [line, ...more] = knife;
  if (!line || more.length > 0) throw new OperationRefusedError('it is broken along one line, or along a closed shape');
  const { points } = flatten(line, TOLERANCE_MM);
  const box = boxOf([...lines, line]);
  const far = 4 * (box.maxX - box.minX + box.maxY - box.minY + 1);
  const [first, last] = [points[0], points.at(-1)!];
  const from = beyond(first, points.find((point) => distanceOf(point, first) > 1e-6) ?? last, far);
  const to = beyond(last, [...points].reverse().find((point) => distanceOf(point, last) > 1e-6) ?? first, far);
  const length = distanceOf(from, to);
  const across = { x: ((to.y - from.y) / length) * far, y: (-(to.x - from.x) / length) * far };
  const shifted = ({ x, y }: Point): Point => ({ x: x + across.x, y: y + across.y });
  return [[from, ...points, to, shifted(to), shifted(from)]];
}

const distanceOf = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** A point beyond the end of a line, on the way from the point before it. */
function beyond(end: Point, before: Point, far: number): Point {
  const length = Math.max(distanceOf(end, before), 1e-9);
  return { x: end.x + ((end.x - before.x) / length) * far, y: end.y + ((end.y - before.y) / length) * far };
}

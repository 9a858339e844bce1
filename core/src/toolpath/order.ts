import Flatbush from 'flatbush';
import { nestRings, type Point, type Polyline } from '../geometry';

/** A contour in its turn, and where it is entered. */
export interface Turn {
  index: number;
  startIndex: number;
}

/** A closed contour may be entered at any point; more candidates than this change the way little. */
const ENTRIES_PER_CONTOUR = 24;

/**
 * The order in which contours are run: whatever lies inside a closed contour before the contour itself, and
 * otherwise always on to the nearest place where a contour can be entered (greedy, through a spatial index that is
 * built anew whenever half of it is used up).
 * @param start where the tool stands, mm
 * @param insideFirst false for processes that do not part the material, where nothing can fall out
 */
export function orderContours(contours: Polyline[], start: Point, insideFirst: boolean): Turn[] {
  const waitingFor = new Array<number>(contours.length).fill(0);
  const around: number[][] = contours.map(() => []);
  if (insideFirst) {
    const closed = contours.flatMap((contour, i) => (contour.closed ? [i] : []));
    nestRings(closed.map((i) => contours[i].points)).forEach((outer, k) => {
      around[closed[k]] = outer.map((o) => closed[o]);
      for (const o of around[closed[k]]) waitingFor[o] += 1;
    });
    attachOpenLines(contours, closed, around, waitingFor);
  }

  const done = new Array<boolean>(contours.length).fill(false);
  const turns: Turn[] = [];
  let here = start;
  let left = contours.filter((contour) => contour.points.length > 1).length;
  contours.forEach((contour, i) => {
    if (contour.points.length <= 1) finish(i);
  });
  let index = new EntryIndex(contours, done);
  let sinceBuilt = 0;
  while (left > 0) {
    const entry = index.nearest(here, (i) => !done[i] && waitingFor[i] === 0);
    if (!entry) throw new Error('No contour can be run next: contours lie inside each other in a circle.');
    turns.push(entry);
    finish(entry.index);
    left -= 1;
    const { closed, points } = contours[entry.index];
    here = closed ? points[entry.startIndex] : points[entry.startIndex === 0 ? points.length - 1 : 0];
    if (++sinceBuilt > left && left > 16) {
      index = new EntryIndex(contours, done);
      sinceBuilt = 0;
    }
  }
  return turns;

  function finish(i: number): void {
    done[i] = true;
    for (const o of around[i]) waitingFor[o] -= 1;
  }
}

/** An open line inside a closed contour has to be run before that contour too. */
function attachOpenLines(contours: Polyline[], closed: number[], around: number[][], waitingFor: number[]): void {
  const open = contours.flatMap((contour, i) => (!contour.closed && contour.points.length > 1 ? [i] : []));
  if (open.length === 0 || closed.length === 0) return;
  // A point-sized ring at the line's start takes part in the nesting, and nothing can lie inside it.
  const probes = open.map((i) => [contours[i].points[0]]);
  const nesting = nestRings([...closed.map((i) => contours[i].points), ...probes]);
  open.forEach((i, k) => {
    around[i] = nesting[closed.length + k].map((o) => closed[o]);
    for (const o of around[i]) waitingFor[o] += 1;
  });
}

/** All places where the contours that are left can be entered. */
class EntryIndex {
  private readonly entries: Turn[] = [];
  private readonly tree: Flatbush;

  constructor(contours: Polyline[], done: boolean[]) {
    contours.forEach(({ points, closed }, index) => {
      if (done[index]) return;
      if (!closed) {
        this.entries.push({ index, startIndex: 0 }, { index, startIndex: points.length - 1 });
        return;
      }
      const stride = Math.max(1, Math.ceil(points.length / ENTRIES_PER_CONTOUR));
      for (let startIndex = 0; startIndex < points.length; startIndex += stride)
        this.entries.push({ index, startIndex });
    });
    this.tree = new Flatbush(Math.max(1, this.entries.length));
    if (this.entries.length === 0) this.tree.add(0, 0, 0, 0);
    for (const { index, startIndex } of this.entries) {
      const { x, y } = contours[index].points[startIndex];
      this.tree.add(x, y, x, y);
    }
    this.tree.finish();
  }

  nearest(from: Point, allowed: (contour: number) => boolean): Turn | undefined {
    const [found] = this.tree.neighbors(
      from.x,
      from.y,
      1,
      Infinity,
      (i) => this.entries[i] !== undefined && allowed(this.entries[i].index),
    );
    return found === undefined ? undefined : this.entries[found];
  }
}

import Flatbush from 'flatbush';
import { distance, type Point, type Polyline } from '../geometry';
import type { CutOrder } from './cut-order';
import { freely, insideFirst, type Around } from './inside-first';
import { shortenedOrder } from './shorten';

/** A contour in its turn, and where it is entered. */
export interface Turn {
  index: number;
  startIndex: number;
}

export interface OrderWish {
  contours: readonly Polyline[];
  /** Where the tool stands, and goes at the end; mm. */
  start: Point;
  /** What lies inside comes first: false for processes that do not part the material, where nothing can fall out. */
  insideFirst: boolean;
  order?: CutOrder;
  /** An open line is left where it was entered: it is gone over there and back. */
  comesBack?: boolean;
  /** How much is done to shorten the way: all that pays, or what takes no time. */
  effort?: 'all' | 'quick';
}

/** A closed contour may be entered at any point; more candidates than this change the way little. */
const ENTRIES_PER_CONTOUR = 24;
/** Near to far, so much of the feed is done at a time, in mm. */
const BAND_MM = 40;
/** The order is shaken so often for each line, and so often in all at most. */
const SHAKES_PER_LINE = 40;
const MOST_SHAKES = 6_000;
/** The order, and where each contour is entered, are made better in turn so often. */
const ROUNDS = 3;

/**
 * The order in which contours are run: whatever lies inside a closed contour before the contour itself; always on to the nearest
 * place where a contour can be entered, and then made shorter wherever it can be.
 */
export function orderContours({
  contours,
  start,
  insideFirst: isInsideFirst,
  order = 'shortest',
  comesBack = false,
  effort = 'all',
}: OrderWish): Turn[] {
  const around = isInsideFirst ? insideFirst(contours) : freely(contours);
  const wanted = contours.flatMap(({ points }, i) => (points.length > 1 ? [i] : []));
  if (order === 'near-to-far') return nearToFar(contours, wanted, start, around, comesBack);
  let turns = nearestFirst(contours, wanted, start, around, comesBack);
  const shakes = effort === 'quick' ? 0 : Math.min(MOST_SHAKES, SHAKES_PER_LINE * turns.length);
  for (let round = 0; round < ROUNDS; round++) {
    turns = shortened(contours, turns, start, around, comesBack, round === 0 ? shakes : 0);
    turns = enteredBest(contours, turns, start, comesBack);
  }
  return turns;
}

/** From the edge that is fed first onwards, band by band; a contour waits for what lies inside it. */
function nearToFar(
  contours: readonly Polyline[],
  wanted: readonly number[],
  start: Point,
  around: Around,
  comesBack: boolean,
): Turn[] {
  const top = (i: number) => contours[i].points.reduce((least, { y }) => Math.min(least, y), Infinity);
  const bands = new Map<number, number[]>();
  for (const i of wanted) {
    // What lies inside goes with the outermost that it lies in.
    const outermost = around[i].length > 0 ? around[i][around[i].length - 1] : i;
    const band = Math.floor(top(outermost) / BAND_MM);
    bands.set(band, [...(bands.get(band) ?? []), i]);
  }
  let here = start;
  return [...bands]
    .sort(([a], [b]) => a - b)
    .flatMap(([, members]) => {
      const turns = nearestFirst(contours, members, here, around, comesBack);
      here = leftAt(contours, turns[turns.length - 1], comesBack);
      return turns;
    });
}

/** Always on to the nearest place where a contour can be entered (greedy, through a spatial index that is built anew whenever half of it is used up). */
function nearestFirst(
  contours: readonly Polyline[],
  wanted: readonly number[],
  start: Point,
  around: Around,
  comesBack: boolean,
): Turn[] {
  const waitingFor = new Int32Array(contours.length);
  const done = new Uint8Array(contours.length).fill(1);
  for (const i of wanted) done[i] = 0;
  for (const i of wanted) for (const o of around[i]) waitingFor[o] += 1;
  const turns: Turn[] = [];
  let here = start;
  let left = wanted.length;
  let index = new EntryIndex(contours, done);
  let sinceBuilt = 0;
  while (left > 0) {
    const entry = index.nearest(here, (i) => !done[i] && waitingFor[i] === 0);
    if (!entry) throw new Error('No contour can be run next: contours lie inside each other in a circle.');
    turns.push(entry);
    done[entry.index] = 1;
    for (const o of around[entry.index]) waitingFor[o] -= 1;
    left -= 1;
    here = leftAt(contours, entry, comesBack);
    if (++sinceBuilt > left && left > 16) {
      index = new EntryIndex(contours, done);
      sinceBuilt = 0;
    }
  }
  return turns;
}

/** Where the tool leaves a contour. */
function leftAt(contours: readonly Polyline[], { index, startIndex }: Turn, comesBack: boolean): Point {
  const { closed, points } = contours[index];
  return closed || comesBack ? points[startIndex] : points[startIndex === 0 ? points.length - 1 : 0];
}

function shortened(
  contours: readonly Polyline[],
  turns: readonly Turn[],
  start: Point,
  around: Around,
  comesBack: boolean,
  shakes: number,
): Turn[] {
  const legs = turns.map((turn) => ({
    entry: contours[turn.index].points[turn.startIndex],
    exit: leftAt(contours, turn, comesBack),
  }));
  const legOf = new Map(turns.map(({ index }, leg) => [index, leg]));
  const waits = turns.map(({ index }) => around[index].flatMap((outer) => legOf.get(outer) ?? []));
  const asTheyCome = turns.map((_, leg) => ({ leg, isTurned: false }));
  return shortenedOrder(legs, asTheyCome, start, waits, shakes).map(({ leg, isTurned }) => {
    const { index, startIndex } = turns[leg];
    const isOpen = !contours[index].closed && !comesBack;
    return { index, startIndex: isOpen && isTurned ? contours[index].points.length - 1 - startIndex : startIndex };
  });
}

/** Each closed contour entered where the way to it and on from it is shortest. */
function enteredBest(contours: readonly Polyline[], turns: readonly Turn[], start: Point, comesBack: boolean): Turn[] {
  const better = [...turns];
  for (let i = 0; i < better.length; i++) {
    const { index } = better[i];
    const { points, closed } = contours[index];
    if (!closed && !comesBack) continue;
    const from = i > 0 ? leftAt(contours, better[i - 1], comesBack) : start;
    const next = better[i + 1];
    const to = next ? contours[next.index].points[next.startIndex] : start;
    let startIndex = better[i].startIndex;
    let least = Infinity;
    for (let k = 0; k < points.length; k += closed ? 1 : points.length - 1) {
      const way = distance(from, points[k]) + distance(points[k], to);
      if (way < least - 1e-9) {
        least = way;
        startIndex = k;
      }
    }
    better[i] = { index, startIndex };
  }
  return better;
}

/** All places where the contours that are left can be entered. */
class EntryIndex {
  private readonly entries: Turn[] = [];
  private readonly tree: Flatbush;

  constructor(contours: readonly Polyline[], done: Uint8Array) {
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

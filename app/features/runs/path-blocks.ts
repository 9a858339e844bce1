import type { PathTrace } from '@keen-anvil/core/standins';

/** So many points are one line of the picture: a block that is done is drawn once. */
const POINTS_IN_BLOCK = 400;
/** A path with more points than this is drawn with fewer: on a screen they lie on each other. */
const MOST_POINTS = 120_000;

/** A stretch of a head's path: drawn while the tool is down, and the way between. */
export interface PathBlock {
  /** Machine seconds at its beginning and end. */
  from: number;
  to: number;
  down: string;
  up: string;
}

const place = (n: number): number => Math.round(n * 50) / 50;

/** A head's path as lines of a picture, in order of time. */
export function pathBlocks({ start, end, first, isDown, x, y }: PathTrace): PathBlock[] {
  const stride = Math.max(1, Math.ceil(x.length / MOST_POINTS));
  const blocks: PathBlock[] = [];
  let block: PathBlock | null = null;
  let points = 0;
  for (let leg = 0; leg < start.length; leg++) {
    const [from, to] = [first[leg], leg + 1 < first.length ? first[leg + 1] : x.length];
    block ??= { from: start[leg], to: end[leg], down: '', up: '' };
    let d = `M${place(x[from])} ${place(y[from])}`;
    for (let i = from + 1; i < to; i++)
      if (i === to - 1 || (i - from) % stride === 0) d += `L${place(x[i])} ${place(y[i])}`;
    if (isDown[leg]) block.down += d;
    else block.up += d;
    block.to = end[leg];
    points += to - from;
    if (points < POINTS_IN_BLOCK) continue;
    blocks.push(block);
    block = null;
    points = 0;
  }
  if (block) blocks.push(block);
  return blocks;
}

/**
 * How far apart the rows of an engraved area are, mm; null for a path that is no rows. Drawn wider than that, rows run into each
 * other, and small letters are blots.
 */
export function rowPitch({ first, isDown, x, y }: PathTrace): number | null {
  const gaps: number[] = [];
  let rows = 0;
  let before: { x: number; y: number; ux: number; uy: number } | null = null;
  for (let leg = 0; leg < first.length; leg++) {
    if (!isDown[leg]) continue;
    const [a, b] = [first[leg], (leg + 1 < first.length ? first[leg + 1] : x.length) - 1];
    const length = Math.hypot(x[b] - x[a], y[b] - y[a]);
    if (length < 1e-6) continue;
    const now = { x: x[a], y: y[a], ux: (x[b] - x[a]) / length, uy: (y[b] - y[a]) / length };
    rows += 1;
    if (before && Math.abs(now.ux * before.uy - now.uy * before.ux) < 0.02) {
      const gap = Math.abs((now.x - before.x) * before.uy - (now.y - before.y) * before.ux);
      if (gap > 1e-3) gaps.push(gap);
    }
    before = now;
  }
  if (rows < 8 || gaps.length < rows / 3) return null;
  const middle = gaps.sort((a, b) => a - b)[Math.floor(gaps.length / 2)];
  return middle <= WIDEST_ROW_MM ? middle : null;
}

/** What a path is made of at this or more from each other is no area that is gone over. */
const WIDEST_ROW_MM = 1;

/** What of a path is done at a time within a block: the tool down, up to where it is. */
export function doneWithin({ start, end, first, isDown, x, y, seconds }: PathTrace, from: number, now: number): string {
  let d = '';
  for (let leg = firstLegAt(start, from); leg < start.length && start[leg] < now; leg++) {
    if (!isDown[leg]) continue;
    const [a, b] = [first[leg], leg + 1 < first.length ? first[leg + 1] : x.length];
    d += `M${place(x[a])} ${place(y[a])}`;
    const since = now - start[leg];
    for (let i = a + 1; i < b; i++) {
      if (seconds[i] <= since || end[leg] <= now) d += `L${place(x[i])} ${place(y[i])}`;
      else {
        const span = seconds[i] - seconds[i - 1];
        const share = span > 0 ? Math.max(0, (since - seconds[i - 1]) / span) : 1;
        d += `L${place(x[i - 1] + (x[i] - x[i - 1]) * share)} ${place(y[i - 1] + (y[i] - y[i - 1]) * share)}`;
        break;
      }
    }
  }
  return d;
}

/** When the next line of the file, or the one before, begins; machine seconds. */
export function lineStep(
  {
    start,
    first,
    line,
    totalSeconds,
  }: { start: Float64Array; first: Uint32Array; line: Uint32Array; totalSeconds: number },
  now: number,
  sign: 1 | -1,
): number {
  let found = sign > 0 ? totalSeconds : 0;
  for (let leg = 0; leg < start.length; leg++) {
    if (line[first[leg]] === 0) continue;
    if (sign > 0 && start[leg] > now + 1e-6) return start[leg] + 1e-6;
    if (sign < 0 && start[leg] < now - 1e-3) found = start[leg] + 1e-6;
  }
  return found;
}

function firstLegAt(start: Float64Array, seconds: number): number {
  let [low, high] = [0, start.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (start[middle] < seconds) low = middle + 1;
    else high = middle;
  }
  return low;
}

import type { Posed } from './posed';

/** Columns that one number holds. */
const WORD = 32;

/** The cells of a grid that a shape touches, row by row: runs of columns, from its own first column and row. */
export interface CellMask {
  firstColumn: number;
  firstRow: number;
  columns: number;
  /** Of each row: from, to (with), from, to … */
  rows: number[][];
}

/** A sheet as cells that are taken or free: whatever touches a cell takes all of it, so that nothing is ever laid over something. */
export class CellGrid {
  readonly columns: number;
  private readonly words: number;
  private readonly taken: Uint32Array[] = [];

  constructor(
    readonly minX: number,
    readonly minY: number,
    width: number,
    height: number,
    readonly cell: number,
  ) {
    // The last column may reach over the edge: it is not used.
    this.columns = Math.floor(width / cell + 1e-6);
    this.rows = Math.floor(height / cell + 1e-6);
    this.words = Math.ceil(Math.max(1, this.columns) / WORD);
  }
  readonly rows: number;

  private row(r: number): Uint32Array {
    while (this.taken.length <= r) this.taken.push(new Uint32Array(this.words));
    return this.taken[r];
  }

  /** Takes the cells of a shape whose middle is at x, y. */
  take(shape: Posed, x: number, y: number): void {
    const mask = maskOf(shape, this.cell, x - this.minX, y - this.minY);
    for (const [i, runs] of mask.rows.entries()) {
      const r = mask.firstRow + i;
      if (r < 0 || r >= this.rows) continue;
      const row = this.row(r);
      for (let k = 0; k < runs.length; k += 2)
        for (
          let c = Math.max(0, mask.firstColumn + runs[k]);
          c <= Math.min(this.columns - 1, mask.firstColumn + runs[k + 1]);
          c++
        )
          row[c >> 5] |= 1 << (c & 31);
    }
  }

  /** The last taken column from one to another, or −1. */
  private lastTaken(r: number, from: number, to: number): number {
    const row = r < this.taken.length ? this.taken[r] : null;
    if (!row) return -1;
    for (let w = to >> 5; w >= from >> 5; w--) {
      let bits = row[w];
      if (w === to >> 5) bits &= 0xffffffff >>> (31 - (to & 31));
      if (w === from >> 5) bits &= 0xffffffff << (from & 31);
      if (bits) return w * WORD + 31 - Math.clz32(bits);
    }
    return -1;
  }

  /**
   * The first place in rows from the top, and in each from the left, where a mask takes no taken cell.
   * @param startRow rows above it have been looked at already
   * @param endRow the mask has to end above this one
   */
  firstFree(mask: CellMask, startRow: number, endRow: number): { column: number; row: number } | null {
    const height = mask.rows.length;
    const lastColumn = this.columns - mask.columns;
    const lastRow = Math.min(this.rows, endRow) - height;
    for (let r = startRow; r <= lastRow; r++) {
      let c = 0;
      search: while (c <= lastColumn) {
        // The widest rows are in the middle: what is in the way is met there first.
        for (let k = 0; k < height; k++) {
          const i = (k + (height >> 1)) % height;
          const runs = mask.rows[i];
          for (let n = 0; n < runs.length; n += 2) {
            const hit = this.lastTaken(r + i, c + runs[n], c + runs[n + 1]);
            if (hit < 0) continue;
            c = hit + 1 - runs[n];
            continue search;
          }
        }
        return { column: c, row: r };
      }
    }
    return null;
  }
}

/** The cells that a shape touches with its middle at x, y, in mm from the grid's corner. */
export function maskOf(shape: Posed, cell: number, x: number, y: number): CellMask {
  const first = Math.floor((shape.minY + y) / cell + SLACK);
  const last = Math.ceil((shape.maxY + y) / cell - SLACK) - 1;
  const left = Math.floor((shape.minX + x) / cell + SLACK);
  const right = Math.ceil((shape.maxX + x) / cell - SLACK) - 1;
  const runs: [number, number][][] = Array.from({ length: Math.max(1, last - first + 1) }, () => []);
  for (let p = 0; p + 1 < shape.starts.length; p++) {
    const top = Math.max(first, Math.floor((shape.boxes[4 * p + 1] + y) / cell + SLACK));
    const bottom = Math.min(last, Math.ceil((shape.boxes[4 * p + 3] + y) / cell - SLACK) - 1);
    for (let r = top; r <= bottom; r++) {
      const span = spanIn(shape, p, r * cell - y, (r + 1) * cell - y);
      if (!span) continue;
      const from = Math.max(left, Math.floor((span[0] + x) / cell + SLACK));
      const to = Math.min(right, Math.max(from, Math.ceil((span[1] + x) / cell - SLACK) - 1));
      runs[r - first].push([from - left, to - left]);
    }
  }
  return { firstColumn: left, firstRow: first, columns: right - left + 1, rows: runs.map(joinedRuns) };
}

/** A shape that just touches a cell does not take it. */
const SLACK = 1e-7;

/** How far across a convex piece reaches between two heights. */
function spanIn(shape: Posed, piece: number, top: number, bottom: number): [number, number] | null {
  let [least, most] = [Infinity, -Infinity];
  const [start, end] = [shape.starts[piece], shape.starts[piece + 1]];
  for (let i = start; i < end; i++) {
    const next = i + 1 < end ? i + 1 : start;
    const [ax, ay, bx, by] = [shape.xs[i], shape.ys[i], shape.xs[next], shape.ys[next]];
    if (ay >= top && ay <= bottom) {
      if (ax < least) least = ax;
      if (ax > most) most = ax;
    }
    for (const height of [top, bottom]) {
      if (ay < height === by < height) continue;
      const at = ax + ((bx - ax) * (height - ay)) / (by - ay);
      if (at < least) least = at;
      if (at > most) most = at;
    }
  }
  return least <= most ? [least, most] : null;
}

function joinedRuns(runs: [number, number][]): number[] {
  runs.sort(([a], [b]) => a - b);
  const joined: number[] = [];
  for (const [from, to] of runs) {
    const end = joined.length - 1;
    if (end > 0 && from <= joined[end] + 1) joined[end] = Math.max(joined[end], to);
    else joined.push(from, to);
  }
  return joined;
}

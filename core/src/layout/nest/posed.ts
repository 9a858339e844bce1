import type { Point } from '../../geometry';

/** Convex pieces as they lie at an angle, from their middle, laid out for quick looks. */
export interface Posed {
  angle: number;
  isTurnedOver: boolean;
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
  /** Where the points of each piece begin; one more at the end. */
  starts: Int32Array;
  xs: Float64Array;
  ys: Float64Array;
  /** Of the edge from each point to the next: its normal outward, and how far out it lies along it. */
  nx: Float64Array;
  ny: Float64Array;
  out: Float64Array;
  /** The box of each piece: minX, minY, maxX, maxY. */
  boxes: Float64Array;
}

/** The clipping library, and files, round to a ten-thousandth of a millimetre: edges that lie aslant keep apart by more than that does. */
const ROUNDING_MM = 2e-4;
const STRAIGHT = 1e-9;

/** Pieces at an angle. Turned over first (x → −x), then turned, about their middle. */
export function posed(pieces: readonly (readonly Point[])[], angle: number, isTurnedOver: boolean): Posed {
  let count = 0;
  for (const piece of pieces) count += piece.length;
  const starts = new Int32Array(pieces.length + 1);
  const xs = new Float64Array(count);
  const ys = new Float64Array(count);
  const nx = new Float64Array(count);
  const ny = new Float64Array(count);
  const out = new Float64Array(count);
  const boxes = new Float64Array(4 * pieces.length);
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  const side = isTurnedOver ? -1 : 1;
  let [minX, minY, maxX, maxY] = [Infinity, Infinity, -Infinity, -Infinity];
  let n = 0;
  for (let p = 0; p < pieces.length; p++) {
    const piece = pieces[p];
    const start = n;
    starts[p] = n;
    let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < piece.length; i++) {
      // Turned over, a ring runs the other way: it is taken from its end.
      const { x, y } = piece[isTurnedOver ? piece.length - 1 - i : i];
      const px = cos * side * x - sin * y;
      const py = sin * side * x + cos * y;
      xs[n] = px;
      ys[n] = py;
      n += 1;
      if (px < left) left = px;
      if (px > right) right = px;
      if (py < top) top = py;
      if (py > bottom) bottom = py;
    }
    for (let i = start; i < n; i++) {
      const next = i + 1 < n ? i + 1 : start;
      const ex = xs[next] - xs[i];
      const ey = ys[next] - ys[i];
      const length = Math.hypot(ex, ey) || 1;
      nx[i] = ey / length;
      ny[i] = -ex / length;
      // Along an axis two edges round to the same place; aslant their corners do not.
      const isAslant = Math.abs(nx[i]) > STRAIGHT && Math.abs(ny[i]) > STRAIGHT;
      out[i] = nx[i] * xs[i] + ny[i] * ys[i] + (isAslant ? ROUNDING_MM : 0);
    }
    boxes[4 * p] = left;
    boxes[4 * p + 1] = top;
    boxes[4 * p + 2] = right;
    boxes[4 * p + 3] = bottom;
    if (left < minX) minX = left;
    if (right > maxX) maxX = right;
    if (top < minY) minY = top;
    if (bottom > maxY) maxY = bottom;
  }
  starts[pieces.length] = n;
  return { angle, isTurnedOver, minX, minY, maxX, maxY, starts, xs, ys, nx, ny, out, boxes };
}

/** Nearer than this counts as touching, in mm. */
const TOUCH = 1e-6;

/**
 * How deep two shapes lie in each other, in mm: for each two convex pieces how far one has to be moved at least to be free of the
 * other, together. That is the way out of their no-fit polygon: its edges are the edges of both pieces, so that the nearest of
 * them is found without drawing it.
 * @param dx, dy from the middle of `a` to that of `b`
 */
export function depthBetween(a: Posed, b: Posed, dx: number, dy: number): number {
  if (dx + b.minX >= a.maxX || dx + b.maxX <= a.minX || dy + b.minY >= a.maxY || dy + b.maxY <= a.minY) return 0;
  if (a.starts.length === 2 && b.starts.length === 2) return pieceDepth(a, 0, a.xs.length, b, 0, b.xs.length, dx, dy);
  let depth = 0;
  const { boxes, starts } = b;
  for (let p = 0; p + 1 < a.starts.length; p++) {
    const left = a.boxes[4 * p] - dx;
    const top = a.boxes[4 * p + 1] - dy;
    const right = a.boxes[4 * p + 2] - dx;
    const bottom = a.boxes[4 * p + 3] - dy;
    if (b.minX >= right || b.maxX <= left || b.minY >= bottom || b.maxY <= top) continue;
    for (let q = 0; q + 1 < starts.length; q++) {
      if (boxes[4 * q] >= right || boxes[4 * q + 2] <= left || boxes[4 * q + 1] >= bottom || boxes[4 * q + 3] <= top)
        continue;
      depth += pieceDepth(a, a.starts[p], a.starts[p + 1], b, starts[q], starts[q + 1], dx, dy);
    }
  }
  return depth;
}

function pieceDepth(
  a: Posed,
  a0: number,
  a1: number,
  b: Posed,
  b0: number,
  b1: number,
  dx: number,
  dy: number,
): number {
  let nearest = -Infinity;
  const { xs, ys } = b;
  const { xs: axs, ys: ays } = a;
  for (let e = a0; e < a1; e++) {
    const nx = a.nx[e];
    const ny = a.ny[e];
    // Once a point lies deeper than what is nearest so far, this edge is not the nearest way out.
    const base = nx * dx + ny * dy - a.out[e];
    let least = Infinity;
    for (let v = b0; v < b1; v++) {
      const along = nx * xs[v] + ny * ys[v];
      if (along < least) {
        least = along;
        if (least + base < nearest) break;
      }
    }
    const apart = least + base;
    if (apart > -TOUCH) return 0;
    if (apart > nearest) nearest = apart;
  }
  for (let e = b0; e < b1; e++) {
    const nx = b.nx[e];
    const ny = b.ny[e];
    const base = -nx * dx - ny * dy - b.out[e];
    let least = Infinity;
    for (let v = a0; v < a1; v++) {
      const along = nx * axs[v] + ny * ays[v];
      if (along < least) {
        least = along;
        if (least + base < nearest) break;
      }
    }
    const apart = least + base;
    if (apart > -TOUCH) return 0;
    if (apart > nearest) nearest = apart;
  }
  return -nearest;
}

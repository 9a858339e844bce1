import { ArtworkRefusedError } from '../reading';
import type { Field } from './picture';

/** More pieces of outline than this are no drawing but noise. */
const MOST_PIECES = 3_000_000;

/**
 * Closed outlines at 128 of a field (marching squares, crossings placed by linear interpolation), in pixels from the
 * picture's upper left corner. What lies above 128 is to the left of the way; outside the picture nothing does.
 * A saddle is parted or joined by the mean of its four corners.
 * @throws ArtworkRefusedError where there is more outline than a drawing can have
 */
export function outlines({ width, height, values }: Field): Float64Array[] {
  // With a border of nothing round it: cell (x, y) has its corners at x-1…x and y-1…y of the picture.
  const columns = width + 1;
  const at = (x: number, y: number): number => (x < 0 || y < 0 || x >= width || y >= height ? 0 : values[y * width + x]);
  // An edge is known by its number: across (top of cell x, y) even, down (left of cell x, y) odd.
  const across = (x: number, y: number) => 2 * (y * (columns + 1) + x);
  const down = (x: number, y: number) => across(x, y) + 1;
  const next = new Map<number, number>();
  for (let y = 0; y <= height; y++) {
    const above = y > 0 ? (y - 1) * width : -1;
    const own = y < height ? y * width : -1;
    // What was right in one cell is left in the next.
    let a = 0;
    let d = 0;
    for (let x = 0; x <= width; x++) {
      const b = above >= 0 && x < width && values[above + x] >= 128 ? 1 : 0;
      const c = own >= 0 && x < width && values[own + x] >= 128 ? 1 : 0;
      const kind = (a << 3) | (b << 2) | (c << 1) | d;
      a = b;
      d = c;
      if (kind === 0 || kind === 15) continue;
      const [top, right, bottom, left] = [across(x, y), down(x + 1, y), across(x, y + 1), down(x, y)];
      switch (kind) {
        case 1: next.set(left, bottom); break;
        case 2: next.set(bottom, right); break;
        case 3: next.set(left, right); break;
        case 4: next.set(right, top); break;
        case 6: next.set(bottom, top); break;
        case 7: next.set(left, top); break;
        case 8: next.set(top, left); break;
        case 9: next.set(top, bottom); break;
        case 11: next.set(top, right); break;
        case 12: next.set(right, left); break;
        case 13: next.set(right, bottom); break;
        case 14: next.set(bottom, left); break;
        default: {
          const joined = at(x - 1, y - 1) + at(x, y - 1) + at(x, y) + at(x - 1, y) >= 4 * 128;
          const pairs = kind === 5 ? (joined ? [left, top, right, bottom] : [left, bottom, right, top]) : joined ? [top, right, bottom, left] : [top, left, bottom, right];
          next.set(pairs[0], pairs[1]);
          next.set(pairs[2], pairs[3]);
        }
      }
    }
    if (next.size > MOST_PIECES) throw new ArtworkRefusedError('The picture is so full of specks that its outlines would be more than can be cut. Blur it a little, or choose another threshold.');
  }

  const rings: Float64Array[] = [];
  const way: number[] = [];
  for (const start of next.keys()) {
    way.length = 0;
    for (let edge: number | undefined = start; edge !== undefined; ) {
      const to: number | undefined = next.get(edge);
      if (to === undefined) break;
      next.delete(edge);
      const cell = edge >> 1;
      const x = cell % (columns + 1);
      const y = (cell - x) / (columns + 1);
      // Pixel (x, y) has its middle at x + ½, y + ½.
      if (edge & 1) way.push(x - 0.5, y - 0.5 + share(at(x - 1, y - 1), at(x - 1, y)));
      else way.push(x - 0.5 + share(at(x - 1, y - 1), at(x, y - 1)), y - 0.5);
      edge = to;
    }
    if (way.length >= 6) rings.push(Float64Array.from(way));
  }
  return rings;
}

/** Where between two neighbours the field passes 128; half-way at the picture's edge, where one of them is nothing. */
function share(from: number, to: number): number {
  return from === to ? 0.5 : Math.max(0, Math.min(1, (127.5 - from) / (to - from)));
}

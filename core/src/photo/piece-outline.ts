import { outlines, softened } from '../artwork';
import { signedArea, type Point } from '../geometry';
import simplify from 'simplify-js';
import type { Straightened } from './straightened';
import { TapsRefusedError } from './true-size';

/** So many pixels round the tap say what colour the piece has. */
const LOOKED_AT = 4;
/** An outline is drawn this near to where the colour changes, in mm. */
const NEAR_MM = 0.25;
/** And no nearer than this, in pixels: noise is no corner. */
const NEAR_PIXELS = 1.2;
/** A piece smaller than this is a speck, in mm². */
const LEAST_MM2 = 25;

/**
 * The outline of a piece in a straightened photo: all that hangs together with a tapped place and has its colour, with its holes filled.
 * @param at the tap, in mm on the thing
 * @param tolerance how far a colour may be from the tapped one, 0 to 441
 * @returns the outline in mm
 * @throws TapsRefusedError where there is nothing at the tap, or all of the photo has its colour
 */
export function pieceOutline(photo: Straightened, at: Point, tolerance = 60): Point[] {
  const { width, height, box, pixelsPerMm } = photo;
  const [column, row] = [Math.floor((at.x - box.minX) * pixelsPerMm), Math.floor((at.y - box.minY) * pixelsPerMm)];
  if (column < 0 || row < 0 || column >= width || row >= height)
    throw new TapsRefusedError('The tap lies beside the photo.');
  const mask = grown(photo, column, row, tolerance);
  const taken = mask.reduce((sum, value) => sum + (value ? 1 : 0), 0);
  if (taken / pixelsPerMm ** 2 < LEAST_MM2)
    throw new TapsRefusedError(
      'Nothing of one colour lies there: tap the middle of the piece, or allow more difference.',
    );
  if (taken > 0.98 * width * height)
    throw new TapsRefusedError(
      'All of the photo has that colour: lay the piece on a mat of another one, or allow less difference.',
    );
  const rings = outlines(softened(mask, width, height, 1)).map(pointsOf);
  const largest = rings.reduce((most, ring) => (Math.abs(signedArea(ring)) > Math.abs(signedArea(most)) ? ring : most));
  const inMm = largest.map(({ x, y }) => ({ x: box.minX + x / pixelsPerMm, y: box.minY + y / pixelsPerMm }));
  const kept = simplify([...inMm, inMm[0]], Math.max(NEAR_MM, NEAR_PIXELS / pixelsPerMm), true).slice(0, -1);
  return kept.length > 2 ? kept : inMm;
}

const pointsOf = (ring: Float64Array): Point[] =>
  Array.from({ length: ring.length / 2 }, (_, i) => ({ x: ring[2 * i], y: ring[2 * i + 1] }));

/** All pixels that hang together with one and have its colour. */
function grown({ width, height, data }: Straightened, column: number, row: number, tolerance: number): Uint8Array {
  const colour = [0, 1, 2].map((k) => meanRound(data, width, height, column, row, k));
  const isLike = (i: number) =>
    data[4 * i + 3] > 127 &&
    (data[4 * i] - colour[0]) ** 2 + (data[4 * i + 1] - colour[1]) ** 2 + (data[4 * i + 2] - colour[2]) ** 2 <=
      tolerance ** 2;
  const mask = new Uint8Array(width * height);
  const start = row * width + column;
  if (!isLike(start)) return mask;
  const todo = [start];
  mask[start] = 1;
  for (let i = todo.pop(); i !== undefined; i = todo.pop()) {
    const x = i % width;
    for (const next of [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width])
      if (next >= 0 && next < mask.length && !mask[next] && isLike(next)) {
        mask[next] = 1;
        todo.push(next);
      }
  }
  return mask;
}

function meanRound(
  data: ArrayLike<number>,
  width: number,
  height: number,
  column: number,
  row: number,
  k: number,
): number {
  let [sum, count] = [0, 0];
  for (let y = Math.max(0, row - LOOKED_AT); y <= Math.min(height - 1, row + LOOKED_AT); y++)
    for (let x = Math.max(0, column - LOOKED_AT); x <= Math.min(width - 1, column + LOOKED_AT); x++) {
      sum += data[4 * (y * width + x) + k];
      count += 1;
    }
  return sum / count;
}

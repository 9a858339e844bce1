import { boundsOf, invertAffine, type Affine, type Region } from '../geometry';
import type { GreyPicture } from './grey-picture';
import type { PictureWish } from './picture-wish';

/** A picture where it lies on a sheet, and what of it is engraved. */
export interface PictureOnSheet {
  grey: GreyPicture;
  /** How its pixels come onto the sheet, mm. */
  onto: Affine;
  /** The outline that it is cropped to, normalised; mm on the sheet. */
  clip: Region;
  wish: PictureWish;
}

/** How dark each place of a sheet should be, on a grid of the line interval: 0 bare, 1 as dark as can be. */
export interface ToneGrid {
  /** Of the middle of the first place, mm. */
  x: number;
  y: number;
  pitchMm: number;
  columns: number;
  rows: number;
  /** Row by row. */
  dark: Float32Array;
}

/** More places than this are refused: it would take hours, and all of the memory. */
const MOST_PLACES = 40_000_000;

/**
 * How dark a picture should come out on its sheet: its light averaged over each place of a grid (through a summed table; Crow 1984),
 * with its contrast about the middle grey, within its outline only.
 * @param pitchMm the line interval, and the length of a dot along the line
 * @throws RangeError for an interval that is not above 0, or for far too many lines
 */
export function tonesOn({ grey, onto, clip, wish }: PictureOnSheet, pitchMm: number): ToneGrid {
  if (!(pitchMm > 0)) throw new RangeError(`The interval of lines is above 0 mm; ${pitchMm} came.`);
  const box = boundsOf(clip.flat());
  if (!box) return { x: 0, y: 0, pitchMm, columns: 0, rows: 0, dark: new Float32Array(0) };
  const columns = Math.max(1, Math.round((box.maxX - box.minX) / pitchMm));
  const rows = Math.max(1, Math.round((box.maxY - box.minY) / pitchMm));
  if (columns * rows > MOST_PLACES)
    throw new RangeError(
      `A picture of at most ${MOST_PLACES / 1e6} million dots was expected; at ${pitchMm} mm this one has ${Math.round((columns * rows) / 1e6)} million. Take a wider line interval.`,
    );
  const grid = { x: box.minX + pitchMm / 2, y: box.minY + pitchMm / 2, pitchMm, columns, rows };
  const dark = new Float32Array(columns * rows);
  const table = summed(grey);
  const back = invertAffine(onto);
  // A place is this wide in pixels; a picture that is turned is averaged over an upright square of the same size.
  const half = Math.max(0.5, (pitchMm * Math.sqrt(Math.abs(back[0] * back[3] - back[1] * back[2]))) / 2);
  for (let row = 0; row < rows; row++) {
    const y = grid.y + row * pitchMm;
    const spans = crossingsAt(clip, y);
    for (let k = 0; k + 1 < spans.length; k += 2) {
      const from = Math.max(0, Math.ceil((spans[k] - grid.x) / pitchMm - 1e-9));
      const to = Math.min(columns - 1, Math.floor((spans[k + 1] - grid.x) / pitchMm + 1e-9));
      for (let column = from; column <= to; column++) {
        const x = grid.x + column * pitchMm;
        const light = meanLight(
          table,
          grey,
          back[0] * x + back[2] * y + back[4],
          back[1] * x + back[3] * y + back[5],
          half,
        );
        const own = wish.isInverted ? light : 1 - light;
        dark[row * columns + column] = Math.min(1, Math.max(0, 0.5 + (own - 0.5) * wish.contrast));
      }
    }
  }
  return { ...grid, dark };
}

/** Sums of the light above and to the left of each corner between pixels. */
function summed({ width, height, light }: GreyPicture): Float64Array {
  const table = new Float64Array((width + 1) * (height + 1));
  for (let y = 0; y < height; y++) {
    let row = 0;
    for (let x = 0; x < width; x++) {
      row += light[y * width + x];
      table[(y + 1) * (width + 1) + x + 1] = table[y * (width + 1) + x + 1] + row;
    }
  }
  return table;
}

/** The mean light of the pixels round a place; white beyond the picture. */
function meanLight(table: Float64Array, { width, height }: GreyPicture, x: number, y: number, half: number): number {
  const x0 = Math.max(0, Math.min(width, Math.round(x - half)));
  const x1 = Math.max(0, Math.min(width, Math.max(Math.round(x - half) + 1, Math.round(x + half))));
  const y0 = Math.max(0, Math.min(height, Math.round(y - half)));
  const y1 = Math.max(0, Math.min(height, Math.max(Math.round(y - half) + 1, Math.round(y + half))));
  const count = (x1 - x0) * (y1 - y0);
  if (count <= 0) return 1;
  const w = width + 1;
  return (table[y1 * w + x1] - table[y0 * w + x1] - table[y1 * w + x0] + table[y0 * w + x0]) / count;
}

/** Where a line at a height meets the outlines, from left to right. */
function crossingsAt(clip: Region, y: number): number[] {
  const found: number[] = [];
  for (const ring of clip)
    for (let i = 0, j = ring.length - 1; i < ring.length; j = i++) {
      const a = ring[i];
      const b = ring[j];
      if (a.y > y !== b.y > y) found.push(a.x + ((b.x - a.x) * (y - a.y)) / (b.y - a.y));
    }
  return found.sort((p, q) => p - q);
}

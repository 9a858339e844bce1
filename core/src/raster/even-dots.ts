import { dithered } from './dither';
import { pictureRows, type PictureRow } from './picture-rows';
import type { PictureWay } from './picture-wish';

/** Ways that make shades of dots. */
export type DotWay = Exclude<PictureWay, 'by power'>;

/** The rows of a rectangle of dots that cover so much of it all over: what a tone ladder of dots is made of; mm. */
export function evenDotRows(
  { x, y, widthMm, heightMm }: { x: number; y: number; widthMm: number; heightMm: number },
  { way, cover, pitchMm }: { way: DotWay; cover: number; pitchMm: number },
): PictureRow[] {
  const columns = Math.max(1, Math.round(widthMm / pitchMm));
  const rows = Math.max(1, Math.round(heightMm / pitchMm));
  const dark = new Float32Array(columns * rows).fill(cover);
  const grid = { x: x + pitchMm / 2, y: y + pitchMm / 2, pitchMm, columns, rows, dark };
  return [...pictureRows(grid, way, { curve: null, power: 1 })];
}

/** Places on a side of the area that is looked at, and parts of a place on its side. */
const PLACES = 48;
const PARTS = 4;

/**
 * How much of an area dots really burn that are told to cover so much of it, by a beam so wide: half its width more at both ends of a
 * stretch and to both sides, as a share of what it burns where all is covered.
 */
export function burntCover(
  way: DotWay,
  cover: number,
  { pitchMm, spotMm }: { pitchMm: number; spotMm: number },
): number {
  const whole = burntPlaces(new Uint8Array(PLACES * PLACES).fill(1), pitchMm, spotMm);
  const dots = dithered(way, new Float32Array(PLACES * PLACES).fill(cover), PLACES, PLACES);
  return burntPlaces(dots, pitchMm, spotMm) / whole;
}

function burntPlaces(dots: Uint8Array, pitchMm: number, spotMm: number): number {
  const side = PLACES * PARTS;
  const burnt = new Uint8Array(side * side);
  const reach = (spotMm / 2 / pitchMm) * PARTS;
  for (let row = 0; row < PLACES; row++)
    for (let column = 0; column < PLACES; column++) {
      if (!dots[row * PLACES + column]) continue;
      const middle = (row + 0.5) * PARTS;
      const [top, bottom] = [Math.round(middle - reach), Math.round(middle + reach)];
      const [left, right] = [Math.round(column * PARTS - reach), Math.round((column + 1) * PARTS + reach)];
      for (let y = Math.max(0, top); y < Math.min(side, bottom); y++)
        burnt.fill(1, y * side + Math.max(0, left), y * side + Math.min(side, right));
    }
  return burnt.reduce((sum, part) => sum + part, 0);
}

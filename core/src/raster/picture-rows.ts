import { valueForTone, type TonePoint } from '../tuning';
import { dithered } from './dither';
import type { PictureWay } from './picture-wish';
import type { ToneGrid } from './tones-on-sheet';

/** A row of a picture: stretches along it with their share of the power. Stretches that are bare are left out. */
export interface PictureRow {
  y: number;
  /** From, to and share, for each stretch one after the other; mm and 0 to 1. */
  stretches: Float32Array;
}

/** What is known of how power turns into darkness. */
export interface ToneUse {
  /** From a tone ladder by power; null where none was scored: darkness is then taken to follow the power. */
  curve: readonly TonePoint[] | null;
  /**
   * From a tone ladder of the very dots that the picture is made of, by how much of the area they are told to cover, in %: a beam
   * burns wider than a dot, so that it comes out darker than that. Null where none was scored.
   */
  dots?: readonly TonePoint[] | null;
  /** The power of the recipe, on the dial. */
  power: number;
}

/** Lighter than this share of the lightest tone is bare. */
const BARE_SHARE = 0.5;

/** How dark the recipe's own power comes out. */
function fullDarkness({ curve, power }: ToneUse): number {
  if (!curve) return 1;
  return Math.max(0.05, darknessAt(curve, power));
}

/** Darkness of a power, straight between the points of a curve. */
function darknessAt(curve: readonly TonePoint[], power: number): number {
  const upper = curve.findIndex(({ value }) => value >= power);
  if (upper === 0) return curve[0].darkness * (power / Math.max(curve[0].value, 1e-9));
  if (upper < 0) return curve[curve.length - 1].darkness;
  const [a, b] = [curve[upper - 1], curve[upper]];
  return a.darkness + ((power - a.value) / (b.value - a.value)) * (b.darkness - a.darkness);
}

/** The share of the recipe's power that comes out so dark; 0 for bare. */
export function powerOf(dark: number, use: ToneUse): number {
  if (dark <= 0) return 0;
  if (!use.curve) return Math.min(1, dark);
  const lightest = use.curve[0];
  if (dark < lightest.darkness * BARE_SHARE) return 0;
  return Math.min(1, valueForTone([...use.curve], dark) / use.power);
}

/** How dark a share of the recipe's power comes out, by what is known. */
export const burntDarkness = (share: number, use: ToneUse): number =>
  share <= 0 ? 0 : use.curve ? darknessAt(use.curve, share * use.power) : share;

/**
 * The rows that engrave a picture: dots on or off, as many as its darkness asks for at the recipe's power, or a power that follows
 * the darkness. Row by row, so that a large one can be written while it is worked out.
 * @param onRow told of each row that is begun
 */
export function* pictureRows(
  grid: ToneGrid,
  way: PictureWay,
  use: ToneUse,
  onRow?: (row: number) => void,
): Generator<PictureRow> {
  const { columns, rows, pitchMm } = grid;
  const shares = way === 'by power' ? byPower(grid, use) : null;
  const dots = shares
    ? null
    : dithered(way as Exclude<PictureWay, 'by power'>, coverOf(grid, use), columns, rows, onRow);
  const values = shares ?? dots!;
  const whole = shares ? 255 : 1;
  const found = new Float32Array(columns * 3);
  for (let row = 0; row < rows; row++) {
    if (shares) onRow?.(row);
    const first = row * columns;
    let count = 0;
    let from = 0;
    let value = values[first];
    for (let column = 1; column <= columns; column++) {
      const next = column < columns ? values[first + column] : -1;
      if (next === value) continue;
      if (value > 0) {
        found[count] = grid.x + (from - 0.5) * pitchMm;
        found[count + 1] = grid.x + (column - 0.5) * pitchMm;
        found[count + 2] = value / whole;
        count += 3;
      }
      from = column;
      value = next;
    }
    if (count > 0) yield { y: grid.y + row * pitchMm, stretches: found.slice(0, count) };
  }
}

function coverOf({ dark }: ToneGrid, use: ToneUse): Float32Array {
  const known = Float32Array.from({ length: 1001 }, (_, i) => dotCover(i / 1000, use));
  return dark.map((value) => known[Math.round(value * 1000)]);
}

/** How much of an area its dots have to cover so that it comes out so dark, from 0 to 1. */
export function dotCover(dark: number, use: ToneUse): number {
  const { dots } = use;
  if (!dots) return Math.min(1, dark / fullDarkness(use));
  const [lightest] = dots;
  // Lighter than the lightest patch it goes on straight to bare.
  if (dark < lightest.darkness) return (lightest.value / 100) * (dark / lightest.darkness);
  return Math.min(1, valueForTone(dots, dark) / 100);
}

/** How dark one dot has to be drawn where it should come out so dark, so that the area is as dark as it will be. */
export function dotDarkness(dark: number, use: ToneUse): number {
  if (!use.dots) return fullDarkness(use);
  const cover = dotCover(dark, use);
  return cover > 0 ? Math.min(1, Math.min(dark, use.dots[use.dots.length - 1].darkness) / cover) : 0;
}

/** Powers in 255 steps: finer than any machine sets them, and neighbours alike are one stretch. */
function byPower({ dark }: ToneGrid, use: ToneUse): Uint8Array {
  const known = Uint8Array.from({ length: 1001 }, (_, i) => Math.round(powerOf(i / 1000, use) * 255));
  const shares = new Uint8Array(dark.length);
  for (let i = 0; i < dark.length; i++) shares[i] = known[Math.round(dark[i] * 1000)];
  return shares;
}

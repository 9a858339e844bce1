import type { PictureWay } from './picture-wish';

/** Where the error of a dot goes: columns on, rows down, and its share (Floyd and Steinberg 1976; Jarvis, Judice and Ninke 1976). */
type Spread = readonly (readonly [number, number, number])[];
const NEAR: Spread = [
  [1, 0, 7 / 16],
  [-1, 1, 3 / 16],
  [0, 1, 5 / 16],
  [1, 1, 1 / 16],
];
const WIDE: Spread = (
  [
    [1, 0, 7],
    [2, 0, 5],
    [-2, 1, 3],
    [-1, 1, 5],
    [0, 1, 7],
    [1, 1, 5],
    [2, 1, 3],
    [-2, 2, 1],
    [-1, 2, 3],
    [0, 2, 5],
    [1, 2, 3],
    [2, 2, 1],
  ] as const
).map(([dx, dy, share]) => [dx, dy, share / 48] as const);

/** Thresholds of an ordered dither, 16 × 16 (Bayer 1973). */
const WEAVE = 16;
const WOVEN = Float32Array.from({ length: WEAVE * WEAVE }, (_, i) => {
  let [x, y] = [i % WEAVE, Math.floor(i / WEAVE)];
  let value = 0;
  for (let bit = 0; bit < 4; bit++) {
    value = value * 4 + ((x & 1) ^ (y & 1)) * 2 + (y & 1);
    x >>= 1;
    y >>= 1;
  }
  return (value + 0.5) / (WEAVE * WEAVE);
});

/** A dot of the halftone grows from the middle of a cell of so many places, turned by 45°. */
const CELL = 6;

/**
 * Which places of a grid are burnt so that as much of it is as should be: 1 or 0 for each. Error diffusion goes there and back from
 * row to row, so that no worms run across.
 * @param cover how much of each place should be, from 0 to 1, row by row; it is used up by error diffusion
 */
export function dithered(
  way: Exclude<PictureWay, 'by power'>,
  cover: Float32Array,
  columns: number,
  rows: number,
  onRow?: (row: number) => void,
): Uint8Array {
  const dots = new Uint8Array(columns * rows);
  const spread = way === 'spread' ? NEAR : way === 'spread wide' ? WIDE : null;
  for (let row = 0; row < rows; row++) {
    onRow?.(row);
    if (!spread) {
      for (let column = 0; column < columns; column++) {
        const i = row * columns + column;
        const limit = way === 'woven' ? WOVEN[(row % WEAVE) * WEAVE + (column % WEAVE)] : halftoneAt(column, row);
        dots[i] = cover[i] > limit ? 1 : 0;
      }
      continue;
    }
    const back = row % 2 === 1;
    for (let k = 0; k < columns; k++) {
      const column = back ? columns - 1 - k : k;
      const i = row * columns + column;
      const wanted = cover[i];
      // What is bare stays bare: an error that wanders out of a picture would speckle its edge.
      const dot = wanted >= 0.5 ? 1 : 0;
      dots[i] = dot;
      const error = wanted - dot;
      if (error === 0) continue;
      for (let s = 0; s < spread.length; s++) {
        const part = spread[s];
        // What would fall beside the grid stays at its edge: else edges come out too light.
        const x = Math.min(columns - 1, Math.max(0, column + (back ? -part[0] : part[0])));
        const y = Math.min(rows - 1, row + part[1]);
        if (y > row || x !== column) cover[y * columns + x] += error * part[2];
      }
    }
  }
  return dots;
}

/** How dark it has to be for a place to be burnt: a round dot that grows from the middle of its cell. */
function halftoneAt(column: number, row: number): number {
  const u = (column + row) / Math.SQRT2 / CELL;
  const v = (column - row) / Math.SQRT2 / CELL;
  return RANKED[Math.floor(frac(u) * RANKS) * RANKS + Math.floor(frac(v) * RANKS)];
}

const frac = (value: number): number => value - Math.floor(value);
const RANKS = 24;

/** The places of a cell by how far from its middle they lie, as shares of all: so much of the cell is burnt at each darkness. */
const RANKED: Float32Array = (() => {
  const places = Array.from({ length: RANKS * RANKS }, (_, i) => {
    const [x, y] = [(i % RANKS) + 0.5, Math.floor(i / RANKS) + 0.5].map((value) => value / RANKS - 0.5);
    return { i, far: Math.hypot(x, y) };
  }).sort((a, b) => a.far - b.far);
  const ranked = new Float32Array(places.length);
  places.forEach(({ i }, rank) => (ranked[i] = (rank + 0.5) / places.length));
  return ranked;
})();

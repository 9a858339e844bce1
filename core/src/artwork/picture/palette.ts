import Color from 'color';
import { kmeans } from 'ml-kmeans';
import type { Picture } from './picture';

/** Pixels that the clusters are found from. */
const SAMPLE = 4000;
/** Bits of each channel in the table from colour to cluster. */
const BITS = 5;
const SIDE = 1 << BITS;
/** Pixels that are more see-through than this belong to no colour. */
const OPAQUE = 128;

/** A picture told apart into a few colours. */
export interface Palette {
  /** `#rrggbb`, the most frequent first. */
  colours: string[];
  /** For each pixel the index of its colour; 255 for see-through. */
  indices: Uint8Array;
}

/**
 * The few colours of a picture: k-means in CIE Lab over a regular sample of its pixels, each pixel then given to the
 * nearest. Seeded: the same picture gives the same colours.
 */
export function paletteOf({ width, height, data }: Picture, count: number, seed = 7): Palette {
  const pixels = width * height;
  const stride = Math.max(1, Math.floor(pixels / SAMPLE));
  const sample: number[][] = [];
  for (let i = Math.floor(stride / 2); i < pixels; i += stride)
    if (data[i * 4 + 3] >= OPAQUE) sample.push(labOf(data[i * 4], data[i * 4 + 1], data[i * 4 + 2]));
  const indices = new Uint8Array(pixels).fill(255);
  if (sample.length === 0) return { colours: [], indices };
  const distinct = new Set(sample.map((lab) => lab.map(Math.round).join())).size;
  const centres = kmeans(sample, Math.max(1, Math.min(count, distinct)), {
    initialization: 'kmeans++',
    seed,
    maxIterations: 60,
  }).centroids;
  // The most frequent first, as the sample has them.
  const counts = new Array<number>(centres.length).fill(0);
  for (const lab of sample) counts[nearest(centres, lab)] += 1;
  const order = centres.map((_, i) => i).sort((x, y) => counts[y] - counts[x]);
  const sorted = order.map((i) => centres[i]);
  const table = tableOf(sorted);
  for (let i = 0, p = 0; i < pixels; i++, p += 4) {
    if (data[p + 3] >= OPAQUE)
      indices[i] =
        table[
          ((data[p] >> (8 - BITS)) << (2 * BITS)) | ((data[p + 1] >> (8 - BITS)) << BITS) | (data[p + 2] >> (8 - BITS))
        ];
  }
  return { colours: sorted.map(hexOf), indices };
}

/** The nearest centre for every colour of a coarse cube. */
function tableOf(centres: readonly number[][]): Uint8Array {
  const table = new Uint8Array(SIDE ** 3);
  const step = 256 / SIDE;
  for (let r = 0; r < SIDE; r++)
    for (let g = 0; g < SIDE; g++)
      for (let b = 0; b < SIDE; b++) {
        table[(r << (2 * BITS)) | (g << BITS) | b] = nearest(
          centres,
          labOf((r + 0.5) * step, (g + 0.5) * step, (b + 0.5) * step),
        );
      }
  return table;
}

function nearest(centres: readonly number[][], lab: readonly number[]): number {
  let best = 0;
  let least = Infinity;
  for (let i = 0; i < centres.length; i++) {
    const far = (lab[0] - centres[i][0]) ** 2 + (lab[1] - centres[i][1]) ** 2 + (lab[2] - centres[i][2]) ** 2;
    if (far < least) [least, best] = [far, i];
  }
  return best;
}

const labOf = (r: number, g: number, b: number): number[] => Color.rgb(r, g, b).lab().array();
const hexOf = ([l, a, b]: number[]): string => Color.lab(l, a, b).hex().toLowerCase();

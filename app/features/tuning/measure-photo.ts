import { homography, type Point } from '@keen-anvil/core/geometry';
import { readPixels } from '../api/read-pixels';

/** Share of a patch that is looked at, round its middle: its edges are soft in a photo. */
const LOOKED_AT = 0.5;
const SAMPLES = 12;
/** How far above the ladder the bare material is looked at, as a share of the ladder's height. */
const BARE_ABOVE = 0.35;

/** A picture's lightness, point by point: 0 black to 1 white. */
export interface Lightness {
  width: number;
  height: number;
  at: (x: number, y: number) => number;
}

/**
 * How dark the patches of a ladder are in a photo, from 0 (as the bare material beside it) to 1 (black).
 * @param corners of the ladder in the photo, in px: upper left, upper right, lower right, lower left
 * @param shares where the patches begin and end along the ladder, from 0 to 1
 */
export function measurePatches(
  picture: Lightness,
  corners: readonly Point[],
  shares: readonly [number, number][],
): number[] {
  const place = homography(
    [
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 1, y: 1 },
      { x: 0, y: 1 },
    ],
    corners,
  );
  const mean = (x1: number, x2: number, y1: number, y2: number): number => {
    let sum = 0;
    let count = 0;
    for (let i = 0; i < SAMPLES; i++) {
      for (let j = 0; j < SAMPLES; j++) {
        const { x, y } = place({
          x: x1 + ((i + 0.5) / SAMPLES) * (x2 - x1),
          y: y1 + ((j + 0.5) / SAMPLES) * (y2 - y1),
        });
        if (x < 0 || y < 0 || x >= picture.width || y >= picture.height) continue;
        sum += picture.at(Math.floor(x), Math.floor(y));
        count += 1;
      }
    }
    return count ? sum / count : NaN;
  };
  const margin = (1 - LOOKED_AT) / 2;
  return shares.map(([from, to]) => {
    const width = to - from;
    const patch = mean(from + margin * width, to - margin * width, margin, 1 - margin);
    // The bare material right above each patch, so that uneven light does not count.
    const bare = mean(from + margin * width, to - margin * width, -BARE_ABOVE - 0.15, -BARE_ABOVE + 0.15);
    return Number.isFinite(patch) && bare > 0 ? Math.min(1, Math.max(0, 1 - patch / bare)) : NaN;
  });
}

/** The lightness of an image file. @throws Error where it is none */
export async function readLightness(file: Blob): Promise<Lightness> {
  const { data, width, height } = await readPixels(file);
  // Rec. 709 luma.
  return {
    width,
    height,
    at: (x, y) =>
      (0.2126 * data[4 * (y * width + x)] +
        0.7152 * data[4 * (y * width + x) + 1] +
        0.0722 * data[4 * (y * width + x) + 2]) /
      255,
  };
}

import type { Picture } from '../src/artwork';
import { homography, type Point } from '../src/geometry';
import { bent, lensOf, unbent } from '../src/photo/lens';
import { numbersBelow } from './random';

/** A photo that was taken of a flat thing: drawn with a known camera, blurred and noisy. */
export interface PhotoOf {
  picture: Picture;
  /** Where a place of the thing is in the photo, in px. */
  toPhoto: (mm: Point) => Point;
}

/**
 * @param colourAt what the thing looks like at a place, in mm
 * @param corners where the corners of `size` lie in the photo, in px
 */
export function photoOf(
  colourAt: (mm: Point) => readonly [number, number, number],
  size: { widthMm: number; heightMm: number },
  corners: readonly Point[],
  { width = 1200, height = 900, noise = 6, blur = 1, seed = 1, bend = 0 } = {},
): PhotoOf {
  const flat = [
    { x: 0, y: 0 },
    { x: size.widthMm, y: 0 },
    { x: size.widthMm, y: size.heightMm },
    { x: 0, y: size.heightMm },
  ];
  const toThing = homography(corners, flat);
  const flatToPhoto = homography(flat, corners);
  const lens = lensOf({ width, height }, bend);
  const toPhoto = (mm: Point) => bent(flatToPhoto(mm), lens);
  const below = numbersBelow(seed);
  const data = new Uint8ClampedArray(4 * width * height);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      // The lens takes a little from all round: two looks in each pixel.
      const [one, other] = [-1, 1].map((side) =>
        colourAt(toThing(unbent({ x: x + 0.5 + side * blur, y: y + 0.5 + side * blur }, lens))),
      );
      for (let k = 0; k < 3; k++) data[i + k] = (one[k] + other[k]) / 2 + below(2 * noise + 1) - noise;
      data[i + 3] = 255;
    }
  return { picture: { width, height, data, dotsPerInch: null }, toPhoto };
}

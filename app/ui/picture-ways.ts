import type { PictureWay } from '@keen-anvil/core/raster';

/** How shades are made, in words. */
export const PICTURE_WAY_WORDS: Readonly<Record<PictureWay, string>> = {
  spread: 'Dots, spread finely',
  'spread wide': 'Dots, spread widely',
  woven: 'Dots, woven',
  halftone: 'Round dots that grow',
  'by power': 'Stronger where it is dark',
};

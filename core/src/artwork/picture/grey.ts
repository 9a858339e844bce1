import type { Field, Picture } from './picture';

/** Lightness of each pixel on white ground, 0 to 255 (weights of Rec. 709, without gamma). */
export function greyOf({ width, height, data }: Picture): Uint8Array {
  const grey = new Uint8Array(width * height);
  for (let i = 0, p = 0; i < grey.length; i++, p += 4) {
    const alpha = data[p + 3];
    const light = (54 * data[p] + 183 * data[p + 1] + 19 * data[p + 2]) >> 8;
    grey[i] = alpha === 255 ? light : ((light * alpha + 255 * (255 - alpha)) / 255) | 0;
  }
  return grey;
}

/**
 * The threshold that parts the greys best: the one with the greatest variance between what lies below and above it
 * (Otsu 1979), in the middle of the gap where several do as well. There is always something on both sides of it; null where
 * all of the picture is of one grey.
 */
export function bestThreshold(grey: Uint8Array): number | null {
  const histogram = new Float64Array(256);
  for (let i = 0; i < grey.length; i++) histogram[grey[i]] += 1;
  let total = 0;
  for (let v = 0; v < 256; v++) total += v * histogram[v];
  let below = 0;
  let sumBelow = 0;
  let best = -1;
  let first = 128;
  let last = 128;
  for (let v = 0; v < 255; v++) {
    below += histogram[v];
    sumBelow += v * histogram[v];
    const above = grey.length - below;
    if (below === 0 || above === 0) continue;
    const between = below * above * (sumBelow / below - (total - sumBelow) / above) ** 2;
    if (between > best * (1 + 1e-12)) {
      best = between;
      first = v;
      last = v;
    } else if (between >= best * (1 - 1e-12)) last = v;
  }
  // Above the darker side's greys, and not above the lighter side's.
  return best < 0 ? null : midway(histogram, Math.floor((first + last) / 2) + 1);
}

/**
 * Midway between what is usual on both sides of a threshold: there lies the edge of what was drawn, where the pixels on it are
 * covered in part. Many such pixels, as along thin lines, draw the parting itself to one side.
 */
function midway(histogram: Float64Array, parting: number): number {
  /** The grey below which such a share of those within the bounds lie. */
  const usual = (from: number, to: number, shareBelow: number): number => {
    let left = 0;
    for (let v = from; v < to; v++) left += histogram[v];
    left *= shareBelow;
    let v = from;
    for (; v < to - 1 && left > histogram[v]; v++) left -= histogram[v];
    return v;
  };
  // On the far side of each, as those near the parting are the ones that are covered in part.
  return Math.floor((usual(0, parting, 0.3) + usual(parting, 256, 0.7)) / 2) + 1;
}

/** What is darker than the threshold lies above 128; with `isInverted`, what is not. */
export function thresholdField(
  grey: Uint8Array,
  width: number,
  height: number,
  threshold: number,
  isInverted: boolean,
): Field {
  // Both sides have one slope, so that a soft edge stays where it is to a part of a pixel; half a level parts the two.
  const slope = 127 / Math.max(threshold, 256 - threshold);
  const table = Uint8Array.from({ length: 256 }, (_, v) => {
    const above = threshold - 0.5 - v;
    const value = 127.5 + (isInverted ? -above : above) * slope;
    return value > 127.5 ? Math.ceil(value) : Math.floor(value);
  });
  const values = new Uint8Array(grey.length);
  for (let i = 0; i < grey.length; i++) values[i] = table[grey[i]];
  return { width, height, values };
}

/** What is more than half opaque lies above 128; with `isInverted`, what is less. */
export function alphaField({ width, height, data }: Picture, isInverted: boolean): Field {
  const values = new Uint8Array(width * height);
  for (let i = 0, p = 3; i < values.length; i++, p += 4) values[i] = isInverted ? 255 - data[p] : data[p];
  return { width, height, values };
}

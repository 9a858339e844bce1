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
  return best < 0 ? null : Math.floor((first + last) / 2) + 1;
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

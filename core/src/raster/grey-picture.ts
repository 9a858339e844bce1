/** A picture as light: for each pixel, row by row, how much of it comes back, from 0 (black) to 1 (white). */
export interface GreyPicture {
  width: number;
  height: number;
  light: Float32Array;
}

/** Light of a value from 0 to 255 as screens and files code it (IEC 61966-2-1). */
const LIGHT = Float32Array.from({ length: 256 }, (_, value) => {
  const v = value / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
});

/**
 * The light of a picture's pixels, each weighed as an eye sees it (Rec. 709); what is see-through shows white paper.
 * @param data red, green, blue and alpha of each pixel, row by row, 0 to 255
 * @throws RangeError where there are not four values for each pixel
 */
export function greyOf({
  width,
  height,
  data,
}: {
  width: number;
  height: number;
  data: ArrayLike<number>;
}): GreyPicture {
  if (data.length !== width * height * 4)
    throw new RangeError(
      `${width} × ${height} pixels were expected as ${width * height * 4} values; ${data.length} came.`,
    );
  const light = new Float32Array(width * height);
  for (let i = 0, k = 0; i < light.length; i++, k += 4) {
    const own = 0.2126 * LIGHT[data[k]] + 0.7152 * LIGHT[data[k + 1]] + 0.0722 * LIGHT[data[k + 2]];
    const cover = data[k + 3] / 255;
    light[i] = own * cover + 1 - cover;
  }
  return { width, height, light };
}

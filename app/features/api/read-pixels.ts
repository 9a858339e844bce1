/** The pixels of an image file, four bytes each: red, green, blue, alpha. */
export interface Pixels {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/**
 * The pixels of an image file.
 * @param mostPx it is made smaller where a side has more
 * @throws Error where it is no image
 */
export async function readPixels(file: Blob, mostPx = Infinity): Promise<Pixels> {
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new Error('A photo was expected (JPEG, PNG or WebP); this file is none, or it is broken off.');
  });
  const scale = Math.min(1, mostPx / Math.max(bitmap.width, bitmap.height));
  const [width, height] = [
    Math.max(1, Math.round(bitmap.width * scale)),
    Math.max(1, Math.round(bitmap.height * scale)),
  ];
  const context = new OffscreenCanvas(width, height).getContext('2d')!;
  context.drawImage(bitmap, 0, 0, width, height);
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}

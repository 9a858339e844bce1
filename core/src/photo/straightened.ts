import type { Picture } from '../artwork';
import type { Bounds } from '../geometry';
import type { TrueSize } from './true-size';

/** A straightened photo has no more pixels than this along a side. */
export const MOST_PIXELS = 2400;

/** A photo as it would be from straight above, at a true scale. */
export interface Straightened extends Picture {
  /** What of the thing it shows, in mm. */
  box: Bounds;
  pixelsPerMm: number;
}

/**
 * A photo straightened: of each place of the thing what the photo shows there, between its pixels by bilinear interpolation. What the photo
 * does not show is clear.
 * @param box what of the thing is wanted, in mm
 * @param pixelsPerMm as many as the photo has, at most; fewer where the box is large
 */
export function straightened(photo: Picture, { toPhoto }: TrueSize, box: Bounds, pixelsPerMm: number): Straightened {
  const [across, down] = [box.maxX - box.minX, box.maxY - box.minY];
  const scale = Math.min(pixelsPerMm, MOST_PIXELS / Math.max(across, down));
  const [width, height] = [Math.max(1, Math.round(across * scale)), Math.max(1, Math.round(down * scale))];
  const data = new Uint8ClampedArray(4 * width * height);
  for (let row = 0, i = 0; row < height; row++)
    for (let column = 0; column < width; column++, i += 4) {
      const at = toPhoto({ x: box.minX + (column + 0.5) / scale, y: box.minY + (row + 0.5) / scale });
      readAt(photo, at.x - 0.5, at.y - 0.5, data, i);
    }
  return { width, height, data, dotsPerInch: { x: scale * 25.4, y: scale * 25.4 }, box, pixelsPerMm: scale };
}

function readAt({ width, height, data }: Picture, x: number, y: number, into: Uint8ClampedArray, i: number): void {
  if (!(x >= -0.5 && y >= -0.5 && x <= width - 0.5 && y <= height - 0.5)) return;
  const [left, top] = [
    Math.max(0, Math.min(width - 2, Math.floor(x))),
    Math.max(0, Math.min(height - 2, Math.floor(y))),
  ];
  const [right, bottom] = [Math.min(width - 1, left + 1), Math.min(height - 1, top + 1)];
  const [u, v] = [Math.max(0, Math.min(1, x - left)), Math.max(0, Math.min(1, y - top))];
  const [a, b, c, d] = [
    4 * (top * width + left),
    4 * (top * width + right),
    4 * (bottom * width + left),
    4 * (bottom * width + right),
  ];
  for (let k = 0; k < 4; k++)
    into[i + k] = (data[a + k] * (1 - u) + data[b + k] * u) * (1 - v) + (data[c + k] * (1 - u) + data[d + k] * u) * v;
}

import type { Field } from './picture';

/** What the weights of a pixel and its eight neighbours come to. */
const WEIGHT = 16;
const SHADES = Uint8Array.from({ length: WEIGHT + 1 }, (_, sum) => Math.round((sum * 255) / WEIGHT));

/**
 * One colour of a picture as a field: a hard edge is blurred by one pixel (1 2 1 across and down), so that its outline has
 * no steps. The picture's own edge is taken to go on.
 * @param indices for each pixel the index of its colour
 */
export function softened(indices: Uint8Array, width: number, height: number, index: number): Field {
  const values = new Uint8Array(width * height);
  let [up, own, down] = [new Uint8Array(width), new Uint8Array(width), new Uint8Array(width)];
  across(indices, 0, width, index, own);
  up.set(own);
  for (let y = 0; y < height; y++) {
    if (y < height - 1) across(indices, (y + 1) * width, width, index, down);
    else down.set(own);
    for (let x = 0, i = y * width; x < width; x++, i++) values[i] = SHADES[up[x] + 2 * own[x] + down[x]];
    [up, own, down] = [own, down, up];
  }
  return { width, height, values };
}

/** A row of the mask, blurred across. */
function across(indices: Uint8Array, from: number, width: number, index: number, into: Uint8Array): void {
  let own = indices[from] === index ? 1 : 0;
  let before = own;
  const last = width - 1;
  for (let x = 0, i = from + 1; x < last; x++, i++) {
    const after = indices[i] === index ? 1 : 0;
    into[x] = before + 2 * own + after;
    before = own;
    own = after;
  }
  into[last] = before + 3 * own;
}

/** Two pixels to each side are looked at. */
const REACH = 2;
const SPACE_WEIGHTS = [1, 0.75, 0.35];
/** Greys that differ by more than so many standard deviations of the noise are an edge. */
const EDGE_SIGMAS = 3;
/** Below this the picture is as it was drawn, and nothing is touched. */
export const CLEAN_SIGMA = 0.4;
/** From this on single pixels are odd enough to be taken out first, and one pass does not do. */
const ROUGH_SIGMA = 3;

/**
 * A grey picture without its noise: where it is rough, single odd pixels are taken out (median of nine); then neighbours are averaged only with
 * those of much the same grey (bilateral filter, Tomasi & Manduchi 1998, across and down by turns), so that edges stay
 * where they are. A picture without noise comes back as it is.
 * @param sigma standard deviation of the noise, in grey levels
 */
export function denoised(grey: Uint8Array, width: number, height: number, sigma: number): Uint8Array {
  if (sigma < CLEAN_SIGMA || width < 5 || height < 5) return grey;
  const isRough = sigma >= ROUGH_SIGMA;
  let values = isRough ? median3(grey, width, height) : grey;
  const weights = rangeWeights(Math.max(4, EDGE_SIGMAS * sigma));
  for (let pass = 0; pass < (isRough ? 2 : 1); pass++)
    values = smoothedAlong(smoothedAlong(values, width, height, 1, weights), width, height, width, weights);
  return values;
}

function rangeWeights(reach: number): Float32Array {
  return Float32Array.from({ length: 256 }, (_, difference) => Math.exp(-0.5 * (difference / reach) ** 2));
}

function smoothedAlong(
  values: Uint8Array,
  width: number,
  height: number,
  step: number,
  weights: Float32Array,
): Uint8Array {
  const smooth = new Uint8Array(values);
  const [marginX, marginY] = step === 1 ? [REACH, 0] : [0, REACH];
  const [, one, two] = SPACE_WEIGHTS;
  for (let y = marginY; y < height - marginY; y++) {
    for (let x = marginX, i = y * width + marginX; x < width - marginX; x++, i++) {
      const own = values[i];
      const [a, b, c, d] = [values[i - 2 * step], values[i - step], values[i + step], values[i + 2 * step]];
      if (a === own && b === own && c === own && d === own) continue;
      const [wa, wb, wc, wd] = [
        two * weights[Math.abs(a - own)],
        one * weights[Math.abs(b - own)],
        one * weights[Math.abs(c - own)],
        two * weights[Math.abs(d - own)],
      ];
      smooth[i] = (own + wa * a + wb * b + wc * c + wd * d) / (1 + wa + wb + wc + wd) + 0.5;
    }
  }
  return smooth;
}

/** The median of each pixel and its eight neighbours (19 exchanges: Paeth 1990). */
function median3(grey: Uint8Array, width: number, height: number): Uint8Array {
  const values = new Uint8Array(grey);
  const p = new Uint8Array(9);
  const order = (a: number, b: number) => {
    if (p[a] > p[b]) {
      const high = p[a];
      p[a] = p[b];
      p[b] = high;
    }
  };
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const own = grey[i];
      // A pixel that lies between its neighbours' extremes by twos is no outlier: most are not.
      const [l, r, u, d] = [grey[i - 1], grey[i + 1], grey[i - width], grey[i + width]];
      if (own === l || own === r || own === u || own === d) continue;
      p[0] = grey[i - width - 1];
      p[1] = u;
      p[2] = grey[i - width + 1];
      p[3] = l;
      p[4] = own;
      p[5] = r;
      p[6] = grey[i + width - 1];
      p[7] = d;
      p[8] = grey[i + width + 1];
      order(1, 2);
      order(4, 5);
      order(7, 8);
      order(0, 1);
      order(3, 4);
      order(6, 7);
      order(1, 2);
      order(4, 5);
      order(7, 8);
      order(0, 3);
      order(5, 8);
      order(4, 7);
      order(3, 6);
      order(1, 4);
      order(2, 5);
      order(4, 7);
      order(4, 2);
      order(6, 4);
      order(4, 2);
      values[i] = p[4];
    }
  }
  return values;
}

/** A picture of few colours without its odd pixels: each takes the colour that most of its eight neighbours have, where hardly one has its own. */
export function withoutOddPixels(indices: Uint8Array, width: number, height: number): Uint8Array {
  const calm = new Uint8Array(indices);
  const counts = new Uint8Array(256);
  const steps = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1];
  for (let y = 1; y < height - 1; y++) {
    for (let x = 1, i = y * width + 1; x < width - 1; x++, i++) {
      const own = indices[i];
      if (indices[i - 1] === own && indices[i + 1] === own) continue;
      let most = own;
      for (let k = 0; k < 8; k++) {
        const index = indices[i + steps[k]];
        counts[index] += 1;
        if (counts[index] > counts[most]) most = index;
      }
      if (counts[own] < 3 && counts[most] > 4) calm[i] = most;
      for (let k = 0; k < 8; k++) counts[indices[i + steps[k]]] = 0;
    }
  }
  return calm;
}

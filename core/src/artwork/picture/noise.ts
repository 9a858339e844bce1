/** Pixels that the noise is estimated from, at most. */
const SAMPLE = 200_000;
/** The normal distribution's standard deviation from its median absolute deviation. */
const PER_MAD = 1.4826;
/** What the mask below makes of noise of 1: the root of the sum of its squares. */
const MASK_NORM = 6;

/**
 * The standard deviation of a picture's noise in grey levels: from the mask (1 −2 1, −2 4 −2, 1 −2 1), which is blind to
 * slopes and curves of light (Immerkær 1996), by the median of its answers, which is blind to edges.
 */
export function noiseOf(grey: Uint8Array, width: number, height: number): number {
  if (width < 3 || height < 3) return 0;
  const stride = Math.max(1, Math.floor(Math.sqrt(((width - 2) * (height - 2)) / SAMPLE)));
  const counts = new Uint32Array(255 * 16 + 1);
  let total = 0;
  for (let y = 1; y < height - 1; y += stride) {
    for (let x = 1; x < width - 1; x += stride) {
      const i = y * width + x;
      const [up, down] = [i - width, i + width];
      const answer =
        grey[up - 1] +
        grey[up + 1] +
        grey[down - 1] +
        grey[down + 1] -
        2 * (grey[up] + grey[down] + grey[i - 1] + grey[i + 1]) +
        4 * grey[i];
      counts[Math.abs(answer)] += 1;
      total += 1;
    }
  }
  let seen = 0;
  for (let answer = 0; answer < counts.length; answer++) {
    seen += counts[answer];
    if (seen * 2 >= total) return (PER_MAD * answer) / MASK_NORM;
  }
  return 0;
}

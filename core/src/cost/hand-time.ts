/** How long hands took once, with what there was to do. */
export interface HandTime {
  seconds: number;
  contourMm: number;
  smallPieces: number;
  pieces: number;
}

/** What there is to do. */
export type HandWork = Omit<HandTime, 'seconds'>;

export interface HandForecast {
  seconds: number;
  /** Half of what the middle two thirds spread over, as a share of the forecast. */
  spread: number;
  /** How many times it stands on. */
  known: number;
}

/** Before anything was timed: seconds for a metre of contour, for a small piece, and for taking a piece up. */
const USUAL = { perMetre: 28, perSmallPiece: 9, perPiece: 20 };
const USUAL_SPREAD = 0.4;
/** What is usual counts as much as so many own times. */
const PRIOR_WEIGHT = 2;
/** A time that is off by more than this many spreads weighs less, the further off the less (Huber). */
const HUBER = 1.345;
/** Makes a median absolute deviation comparable with a standard deviation. */
const MAD_TO_SD = 1.4826;

/** What it would usually take, s. */
const usualSeconds = ({ contourMm, smallPieces, pieces }: HandWork): number =>
  (contourMm / 1000) * USUAL.perMetre + smallPieces * USUAL.perSmallPiece + pieces * USUAL.perPiece;

/**
 * How long hands will take, learnt from how long they took: a robust mean (Huber's, around the median) of how much slower or quicker
 * than usual each time was, with its spread.
 * @throws RangeError where there is nothing to do
 */
export function handForecast(history: readonly HandTime[], work: HandWork): HandForecast {
  const usual = usualSeconds(work);
  if (!(usual > 0)) throw new RangeError('Something to do was expected: a contour, or a piece; none came.');
  const logs = history.filter(({ seconds }) => seconds > 0).map((time) => Math.log(time.seconds / usualSeconds(time)));
  if (logs.length === 0) return { seconds: usual, spread: USUAL_SPREAD, known: 0 };
  const middle = median(logs);
  const mad = MAD_TO_SD * median(logs.map((value) => Math.abs(value - middle)));
  const scale = Math.max(mad, 0.05);
  const weights = logs.map((value) => Math.min(1, (HUBER * scale) / Math.max(1e-9, Math.abs(value - middle))));
  const weight = weights.reduce((a, b) => a + b, 0);
  const mean =
    logs.reduce((sum, value, i) => sum + weights[i] * value, 0) /
    (weight + PRIOR_WEIGHT * Math.min(1, 3 / logs.length));
  const spread = (scale * logs.length + USUAL_SPREAD * PRIOR_WEIGHT) / (logs.length + PRIOR_WEIGHT);
  return { seconds: usual * Math.exp(mean), spread, known: logs.length };
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
}

import { cheaper, handForecast, priceTable, USUAL_RATES, type CostWish, type HandTime } from '@keen-anvil/core/cost';
import { HAND_TIMES } from '../server/src/demo/hand-data';
import { timeRatio } from './median-ratio';

// A table of prices with what would make it cheaper, against one price; and the forecast of hand times against the plain mean.
const wish: CostWish = {
  stock: Array.from({ length: 4 }, (_, i) => ({
    name: `Vinyl ${i}`,
    priceCents: 940,
    per: 'm2' as const,
    isBlank: false,
    usedMm2: 12_000,
    sheetMm2: 90_000,
    perSheet: 7,
  })),
  tapeMm2: 40_000,
  inkMm2: 9_000,
  pressings: 1,
  machineSeconds: [{ machineId: 'plotter', seconds: 140 }],
  toolLives: 0.001,
  handSeconds: 300,
  handSpread: 0.2,
  failureRate: 0.06,
  failureSpread: 0.03,
};
const table = () => [priceTable(wish, USUAL_RATES), cheaper(wish, USUAL_RATES, 10)];
const began = performance.now();
table();
const ms = performance.now() - began;
console.log(
  `price table of 1, 5, 10 and 50: ${timeRatio(table, () => priceTable(wish, USUAL_RATES, [1])).median.toFixed(1)} × one price (${ms.toFixed(2)} ms, 50 wanted)`,
);

const times = HAND_TIMES.filter(([kind]) => kind === 'weed').map(
  ([, , seconds, contourMm, smallPieces, pieces]): HandTime => ({ seconds, contourMm, smallPieces, pieces }),
);
const half = Math.floor(times.length / 2);
const [known, held] = [times.slice(0, half), times.slice(half)];
const plain = known.reduce((sum, { seconds, pieces }) => sum + seconds / pieces, 0) / known.length;
const errorOf = (forecast: (time: HandTime) => number): number => {
  const errors = held.map((time) => Math.abs(Math.log(forecast(time) / time.seconds))).sort((a, b) => a - b);
  return errors[Math.floor(errors.length / 2)];
};
const learnt = errorOf((time) => handForecast(known, time).seconds);
const mean = errorOf(({ pieces }) => plain * pieces);
console.log(
  `hand times of the demo’s held-out half: median error ${(100 * (Math.exp(learnt) - 1)).toFixed(0)} % by the robust forecast, ${(learnt / mean).toFixed(2)} × that of the plain mean (${(100 * (Math.exp(mean) - 1)).toFixed(0)} %)`,
);

import { planPress, type HeatLayer } from '@keen-anvil/core/press';
import { timeRatio } from './median-ratio';

// The window of six layers, each over the one before; and of six that do not touch each other, so that every grouping and order may do.
const LAYERS: HeatLayer[] = Array.from({ length: 6 }, (_, i) => ({
  id: `layer ${i}`,
  name: `Film ${i}`,
  temperatureC: 150 + i,
  dwellSeconds: 40 - 5 * i,
  pressure: 4,
  evidence: Array.from({ length: 20 }, (_e, k) => ({
    outcome: k % 5 === 0 ? ('under' as const) : ('right' as const),
    temperatureC: 150 + i,
    dwellSeconds: 40 - 5 * i - (k % 5 === 0 ? 12 : k % 3),
    pressure: 4,
  })),
  temper: 'bronze',
  heatLimitC: 175,
}));
const press = {
  temperatures: Array.from({ length: 161 }, (_, i) => ({ dial: 60 + i, celsius: 60 + i })),
  leastSeconds: 1,
  mostSeconds: 300,
  pressure: { min: 0, max: 8, step: 0.5 },
};
const ground = { id: 'jersey', name: 'Jersey', heatLimitC: 170 };
const six = () => planPress({ layers: LAYERS, ground, press });
const one = () => planPress({ layers: LAYERS.slice(0, 1), ground, press });
six();
const began = performance.now();
const { plan, none } = six();
const ms = performance.now() - began;
console.log(
  `press plan of 6 layers: ${timeRatio(six, one).median.toFixed(1)} × that of one (${ms.toFixed(1)} ms, 20 wanted; ${plan ? `${plan.pressings.length} pressings` : `no window: ${none!.in}`})`,
);

const apart = () => planPress({ layers: LAYERS, ground, press, liesOver: () => false });
apart();
const from = performance.now();
const side = apart();
const apartMs = performance.now() - from;
console.log(
  `side by side: ${timeRatio(apart, one).median.toFixed(1)} × that of one (${apartMs.toFixed(1)} ms, 20 wanted; ${side.plan ? `${side.plan.pressings.length} pressings` : `no window: ${side.none!.in}`})`,
);

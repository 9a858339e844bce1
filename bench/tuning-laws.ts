import type { Setting, TunedDial } from '@keen-anvil/core/tuning';
import type { Outcome, ProcessName } from '@keen-anvil/core/recipes';
import { sequence } from './many-shapes';

/** A family of laws: a process with its dials, and how strong each dial may be. */
export interface World {
  family: string;
  process: ProcessName;
  dials: (TunedDial & { exponent: [number, number]; arrhenius?: boolean })[];
}

export const WORLDS: World[] = [
  {
    family: 'kiss cut, 4 dials',
    process: 'kiss-cut',
    dials: [
      { name: 'force', min: 1, max: 40, step: 1, effect: 'raises', exponent: [0.75, 1.3] },
      { name: 'depth', min: 0, max: 20, step: 1, effect: 'raises', exponent: [0.1, 0.5] },
      { name: 'passes', min: 1, max: 4, step: 1, effect: 'raises', exponent: [0.3, 0.8] },
      { name: 'speed', min: 1, max: 12, step: 1, effect: 'lowers', exponent: [0.05, 0.25] },
    ],
  },
  {
    family: 'laser cut',
    process: 'laser-cut',
    dials: [
      { name: 'power', min: 5, max: 100, step: 1, effect: 'raises', exponent: [0.8, 1.25] },
      { name: 'speed', min: 1, max: 60, step: 1, effect: 'lowers', exponent: [0.7, 1.2] },
      { name: 'passes', min: 1, max: 6, step: 1, effect: 'raises', exponent: [0.5, 1] },
    ],
  },
  {
    family: 'laser area',
    process: 'laser-area',
    dials: [
      { name: 'power', min: 5, max: 100, step: 1, effect: 'raises', exponent: [0.8, 1.25] },
      { name: 'speed', min: 500, max: 6000, step: 50, effect: 'lowers', exponent: [0.7, 1.2] },
      { name: 'interval', min: 0.05, max: 0.3, step: 0.01, effect: 'lowers', exponent: [0.6, 1.2] },
    ],
  },
  {
    family: 'heat press',
    process: 'heat-press',
    dials: [
      {
        name: 'temperature',
        min: 100,
        max: 220,
        step: 1,
        effect: 'raises',
        exponent: [9_000, 18_000],
        arrhenius: true,
      },
      { name: 'dwell', min: 1, max: 120, step: 1, effect: 'raises', exponent: [0.7, 1.2] },
    ],
  },
];

/** How one material on one machine really behaves. */
export interface Law {
  start: Setting;
  /** The true chance of being right. */
  right: (setting: Setting) => number;
  cut: (setting: Setting) => Outcome;
  /** The best that the dials can do. */
  best: number;
}

const SHAKES = 3000;
export const POSSIBLE = { width: [0.1, 0.4], noise: [0.01, 0.05] } as const;
/** Windows that the scatter covers. */
export const NARROW = { width: [0.02, 0.1], noise: [0.03, 0.06] } as const;

/**
 * A seeded law. Written apart from the tuner's model: a third of the laws has heavy tails, a third uneven noise, all have
 * soft thresholds, blades that wear from cut to cut, and temperatures that follow Arrhenius rather than a power.
 */
export function makeLaw(
  world: World,
  startSpread: number,
  seed: number,
  { width: widths, noise: noises }: typeof POSSIBLE | typeof NARROW = POSSIBLE,
): Law {
  const next = sequence(scattered(seed + widths[0] * 1e6));
  const between = ([low, high]: readonly [number, number]) => low + next() * (high - low);
  const normal = () => Math.sqrt(-2 * Math.log(Math.max(next(), 1e-12))) * Math.cos(2 * Math.PI * next());
  const exponents = world.dials.map((dial) => between(dial.exponent));
  const width = between(widths);
  const noise = between(noises);
  const kind = Math.floor(next() * 3);
  const softness = 0.004 + next() * 0.008;
  const farUnder = between([0.2, 0.6]);
  const farOver = between([0.2, 0.6]);
  const drift = 0.002 * next();
  const start = Object.fromEntries(
    world.dials.map((dial) => [
      dial.name,
      Number(
        (dial.min + Math.round(((dial.max - dial.min) * between([0.25, 0.6])) / dial.step) * dial.step).toFixed(6),
      ),
    ]),
  );
  const centre = startSpread * normal();
  const shifted = (dial: World['dials'][number], value: number) => (dial.min > 0 ? value : value + dial.step / 2);
  const excess = (setting: Setting) =>
    world.dials.reduce((sum, dial, i) => {
      const value = setting[dial.name];
      if (dial.arrhenius) return sum - exponents[i] * (1 / (value + 273.15) - 1 / (start[dial.name] + 273.15));
      return (
        sum +
        (dial.effect === 'raises' ? 1 : -1) *
          exponents[i] *
          Math.log(shifted(dial, value) / shifted(dial, start[dial.name]))
      );
    }, -centre);
  const shake = () => {
    const n = normal();
    const soft = softness * Math.log(Math.max(next(), 1e-9) / Math.max(1 - next(), 1e-9)) * 0.5;
    if (kind === 1) return noise * 0.75 * n * (next() < 0.06 ? 3 : 1) + soft;
    if (kind === 2) return noise * (n > 0 ? 1.25 : 0.75) * n + soft;
    return noise * n + soft;
  };
  const outcomeOf = (dose: number): Outcome => {
    if (dose < -width / 2 - farUnder) return 'far-under';
    if (dose < -width / 2) return 'under';
    if (dose <= width / 2) return 'right';
    return dose <= width / 2 + farOver ? 'over' : 'far-over';
  };
  const shakes = Float64Array.from({ length: SHAKES }, shake).sort();
  const below = (mark: number) => {
    let low = 0;
    let high = SHAKES;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (shakes[middle] < mark) low = middle + 1;
      else high = middle;
    }
    return low / SHAKES;
  };
  const rightAt = (dose: number) => below(width / 2 - dose) - below(-width / 2 - dose);
  let cuts = 0;
  return {
    start,
    cut: (setting) => outcomeOf(excess(setting) - drift * cuts++ + shake()),
    right: (setting) => rightAt(excess(setting)),
    best: Math.max(...someSettings(world, start).map((setting) => rightAt(excess(setting)))),
  };
}

/** A seed far from its neighbours' (the finaliser of MurmurHash3): the sequences of seeds in a row are alike. */
function scattered(seed: number): number {
  let hash = Math.imul(seed ^ (seed >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return 1 + (((hash ^ (hash >>> 16)) >>> 0) % 2_147_483_645);
}

/** Every value of every dial with some of each other one, all else as at the start. */
function someSettings(world: World, start: Setting): Setting[] {
  const values = (dial: TunedDial, most: number) => {
    const count = Math.floor((dial.max - dial.min) / dial.step + 1e-9) + 1;
    const stride = Math.max(1, Math.ceil(count / most));
    return Array.from({ length: Math.ceil(count / stride) }, (_, i) =>
      Number((dial.min + i * stride * dial.step).toFixed(6)),
    );
  };
  return world.dials.flatMap((main) =>
    values(main, 240).flatMap((value) => [
      { ...start, [main.name]: value },
      ...world.dials
        .filter((dial) => dial !== main)
        .flatMap((dial) => values(dial, 6).map((other) => ({ ...start, [main.name]: value, [dial.name]: other }))),
    ]),
  );
}

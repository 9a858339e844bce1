import { createTuner, type Setting, type TunedDial } from '@keen-anvil/core/tuning';
import { OUTCOMES, type Outcome, type ProcessName } from '@keen-anvil/core/recipes';
import { sequence } from './many-shapes';

// The tuner against the hand procedure (the first dial by a tenth or a quarter at a time until it looks right), over laws
// that are written apart from the tuner's model: other noise (heavy tails, uneven), soft thresholds, wear that drifts.

const LAWS = Number(process.env.LAWS ?? 400);
const MOST_TRIALS = 14;
const REFERENCE_CUTS = 400;

interface World {
  family: string;
  process: ProcessName;
  dials: (TunedDial & { exponent: [number, number]; arrhenius?: boolean })[];
}
const WORLDS: World[] = [
  {
    family: 'kiss cut, 4 dials', process: 'kiss-cut',
    dials: [
      { name: 'force', min: 1, max: 40, step: 1, effect: 'raises', exponent: [0.75, 1.3] },
      { name: 'depth', min: 0, max: 20, step: 1, effect: 'raises', exponent: [0.1, 0.5] },
      { name: 'passes', min: 1, max: 4, step: 1, effect: 'raises', exponent: [0.3, 0.8] },
      { name: 'speed', min: 1, max: 12, step: 1, effect: 'lowers', exponent: [0.05, 0.25] },
    ],
  },
  {
    family: 'laser cut', process: 'laser-cut',
    dials: [
      { name: 'power', min: 5, max: 100, step: 1, effect: 'raises', exponent: [0.8, 1.25] },
      { name: 'speed', min: 1, max: 60, step: 1, effect: 'lowers', exponent: [0.7, 1.2] },
      { name: 'passes', min: 1, max: 6, step: 1, effect: 'raises', exponent: [0.5, 1] },
    ],
  },
  {
    family: 'laser area', process: 'laser-area',
    dials: [
      { name: 'power', min: 5, max: 100, step: 1, effect: 'raises', exponent: [0.8, 1.25] },
      { name: 'speed', min: 500, max: 6000, step: 50, effect: 'lowers', exponent: [0.7, 1.2] },
      { name: 'interval', min: 0.05, max: 0.3, step: 0.01, effect: 'lowers', exponent: [0.6, 1.2] },
    ],
  },
  {
    family: 'heat press', process: 'heat-press',
    dials: [
      { name: 'temperature', min: 100, max: 220, step: 1, effect: 'raises', exponent: [9_000, 18_000], arrhenius: true },
      { name: 'dwell', min: 1, max: 120, step: 1, effect: 'raises', exponent: [0.7, 1.2] },
    ],
  },
];

interface Law {
  dose: (setting: Setting) => number;
  /** The true chance of being right. */
  right: (setting: Setting) => number;
  cut: (setting: Setting) => Outcome;
  start: Setting;
}

function makeLaw(world: World, startSpread: number, seed: number): Law {
  const next = sequence(seed * 104_729 + 7);
  for (let i = 0; i < 8; i++) next();
  const between = ([low, high]: [number, number]) => low + next() * (high - low);
  const normal = () => Math.sqrt(-2 * Math.log(Math.max(next(), 1e-12))) * Math.cos(2 * Math.PI * next());
  const exponents = world.dials.map((dial) => between(dial.exponent));
  const width = between([0.1, 0.4]);
  const noise = between([0.01, 0.05]);
  // A third of the laws has heavy tails, a third uneven noise; thresholds are soft on top of that.
  const kind = Math.floor(next() * 3);
  const softness = 0.004 + next() * 0.008;
  const farUnder = between([0.2, 0.6]);
  const farOver = between([0.2, 0.6]);
  const drift = 0.002 * next();
  const start = Object.fromEntries(world.dials.map((dial) => [dial.name, Number((dial.min + Math.round(((dial.max - dial.min) * between([0.25, 0.6])) / dial.step) * dial.step).toFixed(6))]));
  const shifted = (dial: World['dials'][number], value: number) => (dial.min > 0 ? value : value + dial.step / 2);
  const dose = (setting: Setting) =>
    world.dials.reduce((sum, dial, i) => {
      const value = setting[dial.name];
      if (dial.arrhenius) return sum - exponents[i] * (1 / (value + 273.15) - 1 / (start[dial.name] + 273.15));
      return sum + (dial.effect === 'raises' ? 1 : -1) * exponents[i] * Math.log(shifted(dial, value) / shifted(dial, start[dial.name]));
    }, 0);
  const centre = startSpread * normal();
  let cuts = 0;
  const shake = () => {
    const n = normal();
    const soft = softness * Math.log(Math.max(next(), 1e-9) / Math.max(1 - next(), 1e-9)) * 0.5;
    if (kind === 1) return noise * 0.75 * n * (next() < 0.06 ? 3 : 1) + soft;
    if (kind === 2) return noise * (n > 0 ? 1.25 : 0.75) * n + soft;
    return noise * n + soft;
  };
  const outcomeOf = (excess: number): Outcome => {
    if (excess < -width / 2 - farUnder) return 'far-under';
    if (excess < -width / 2) return 'under';
    if (excess <= width / 2) return 'right';
    return excess <= width / 2 + farOver ? 'over' : 'far-over';
  };
  const known = new Map<string, number>();
  return {
    dose,
    start,
    cut: (setting) => outcomeOf(dose(setting) - centre - drift * cuts++ + shake()),
    right: (setting) => {
      const key = JSON.stringify(setting);
      if (!known.has(key)) {
        const excess = dose(setting) - centre;
        let rights = 0;
        for (let i = 0; i < REFERENCE_CUTS; i++) if (outcomeOf(excess + shake()) === 'right') rights += 1;
        known.set(key, rights / REFERENCE_CUTS);
      }
      return known.get(key)!;
    },
  };
}

/** The best that the dials can do: every value of the first dial, with some of each other. */
function bestChance(world: World, law: Law): number {
  const values = (dial: TunedDial, most: number) => {
    const count = Math.floor((dial.max - dial.min) / dial.step + 1e-9) + 1;
    const stride = Math.max(1, Math.ceil(count / most));
    return Array.from({ length: Math.ceil(count / stride) }, (_, i) => Number((dial.min + i * stride * dial.step).toFixed(6)));
  };
  const [first, ...others] = world.dials;
  const settings = values(first, 240).flatMap((value) => [{ ...law.start, [first.name]: value }, ...others.flatMap((dial) => values(dial, 6).map((other) => ({ ...law.start, [first.name]: value, [dial.name]: other })))]);
  // The middle of the window is the best place: the settings nearest to it by dose.
  const scored = settings.map((setting) => ({ setting, dose: law.dose(setting) })).sort((a, b) => a.dose - b.dose);
  let best = 0;
  const tried = new Set<number>();
  for (let stride = Math.max(1, Math.floor(scored.length / 40)); stride >= 1; stride = Math.floor(stride / 4)) {
    const centre = [...tried].sort((a, b) => law.right(scored[b].setting) - law.right(scored[a].setting))[0] ?? Math.floor(scored.length / 2);
    for (let k = -24; k <= 24; k++) {
      const index = centre + k * stride;
      if (index < 0 || index >= scored.length || tried.has(index)) continue;
      tried.add(index);
      best = Math.max(best, law.right(scored[index].setting));
    }
    if (stride === 1) break;
  }
  return best;
}

/** By hand: a tenth (or a quarter after a far miss) more or less on the first dial until it looks right. */
function byHand(world: World, law: Law): { setting: Setting; trials: number } | null {
  const [dial] = world.dials;
  let setting = { ...law.start };
  for (let trials = 1; trials <= MOST_TRIALS; trials++) {
    const outcome = law.cut(setting);
    if (outcome === 'right') return { setting, trials };
    const share = outcome.startsWith('far') ? 0.25 : 0.1;
    const step = Math.max(dial.step, Math.round((setting[dial.name] * share) / dial.step) * dial.step);
    const value = setting[dial.name] + (outcome.endsWith('under') ? step : -step);
    setting = { ...setting, [dial.name]: Number(Math.min(dial.max, Math.max(dial.min, value)).toFixed(6)) };
  }
  return null;
}

const median = (values: number[], share = 0.5) => [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];
const percent = (part: number, whole: number) => (whole ? `${((100 * part) / whole).toFixed(1)} %` : '–');
const stated: { chance: number; right: boolean }[] = [];
let slowest = 0;

for (const startSpread of [0.35, 1]) {
  let impossible = 0;
  let impossibleSettled = 0;
  const all = { laws: 0, settled: 0, reliable: 0, hand: 0, handReliable: 0, trials: [] as number[] };
  for (const world of WORLDS) {
    const tally = { laws: 0, settled: 0, reliable: 0, hand: 0, handReliable: 0, trials: [] as number[] };
    for (let seed = 1; tally.laws < LAWS && seed < LAWS * 4; seed++) {
      const law = makeLaw(world, startSpread, seed);
      const best = bestChance(world, law);
      if (best < 0.95 && best >= 0.8) continue;
      const tuner = createTuner({ process: world.process, dials: world.dials.map(({ exponent: _e, arrhenius: _a, ...dial }) => dial), start: law.start, startSpread, seed });
      let settled: Setting | null = null;
      let trials = 0;
      while (trials < MOST_TRIALS) {
        const began = performance.now();
        const advice = tuner.suggest();
        slowest = Math.max(slowest, performance.now() - began);
        if (advice.settled) {
          settled = advice.setting;
          break;
        }
        const outcome = law.cut(advice.setting);
        trials += 1;
        stated.push({ chance: advice.chance.right, right: outcome === 'right' });
        tuner.record({ setting: advice.setting, outcome });
      }
      if (best < 0.8) {
        impossible += 1;
        if (settled) impossibleSettled += 1;
        continue;
      }
      tally.laws += 1;
      tally.trials.push(settled ? trials : MOST_TRIALS + 1);
      if (settled) {
        tally.settled += 1;
        if (law.right(settled) >= 0.9) tally.reliable += 1;
      }
      const hand = byHand(world, makeLaw(world, startSpread, seed));
      if (hand) {
        tally.hand += 1;
        if (law.right(hand.setting) >= 0.9) tally.handReliable += 1;
      }
    }
    console.log(`tuning ${world.family}, start off by ${startSpread}: reliable ${(tally.reliable / tally.settled / (tally.handReliable / tally.hand)).toFixed(2)} × as often as by hand (${percent(tally.reliable, tally.settled)} of ${tally.settled} settled of ${tally.laws} laws, by hand ${percent(tally.handReliable, tally.hand)}); trials: median ${median(tally.trials)}, 90th percentile ${median(tally.trials, 0.9)}`);
    for (const key of ['laws', 'settled', 'reliable', 'hand', 'handReliable'] as const) all[key] += tally[key];
    all.trials.push(...tally.trials);
  }
  console.log(`tuning in all, start off by ${startSpread}: reliable ${percent(all.reliable, all.settled)} (by hand ${percent(all.handReliable, all.hand)}), settled ${percent(all.settled, all.laws)}, trials: median ${median(all.trials)}, 90th percentile ${median(all.trials, 0.9)}; of ${impossible} laws without a right setting it claims ${percent(impossibleSettled, impossible)}`);
}
const deciles = Array.from({ length: 10 }, (_, i) => stated.filter(({ chance }) => chance >= i / 10 && chance < (i + 1) / 10 + (i === 9 ? 1 : 0)));
const off = deciles.map((d) => (d.length < 30 ? 0 : d.reduce((sum, { right, chance }) => sum + Number(right) - chance, 0) / d.length));
console.log(`stated chance against frequency over ${stated.length} trials, by decile: ${off.map((o, i) => `${o >= 0 ? '+' : ''}${o.toFixed(3)} (${deciles[i].length})`).join(' ')}; furthest ${Math.max(...off.map(Math.abs)).toFixed(3)}`);
console.log(`slowest suggestion ${slowest.toFixed(0)} ms; outcomes known: ${OUTCOMES.length}`);

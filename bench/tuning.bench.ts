import { createTuner, marksAfter, type Setting } from '@keen-anvil/core/tuning';
import { makeLaw, NARROW, POSSIBLE, WORLDS, type Law, type World } from './tuning-laws';

// The tuner against the hand procedure (the first dial by a tenth or a quarter at a time until it looks right), over laws
// that are written apart from the tuner's model.

const LAWS = Number(process.env.LAWS ?? 400);
/** Laws without a right setting: as many, since those of one seed are alike in all families. */
const HOPELESS = Number(process.env.HOPELESS ?? LAWS);
const SPREADS = (process.env.SPREADS ?? '0.35 1').split(' ').map(Number);
const MOST_TRIALS = 14;

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

const stated: { chance: number; right: boolean }[] = [];
const times: number[] = [];

/** What one could have settled for after each trial, where the window was clear. */
interface Moment {
  /** How far above the mark it was sure of the place. */
  above: number;
  isReliable: boolean;
  isOpen: boolean;
}
const SHIFTS = [-0.08, -0.06, -0.04, -0.02, 0, 0.02];

/** Tunes until it is settled: the setting, after how many trials, and whether it said that nothing is right. */
function byTuner(
  world: World,
  law: Law,
  startSpread: number,
  seed: number,
  goesOn: boolean,
): { settled: Setting | null; trials: number; hopeless: boolean; trail: Moment[] } {
  const trail: Moment[] = [];
  let isRightSeen = false;
  const tuner = createTuner({
    process: world.process,
    dials: world.dials.map(({ exponent: _e, arrhenius: _a, ...dial }) => dial),
    start: law.start,
    startSpread,
    seed,
  });
  let hopeless = false;
  let end: { settled: Setting; trials: number } | null = null;
  for (let trials = 0; trials < MOST_TRIALS; trials++) {
    const began = performance.now();
    const advice = tuner.suggest();
    times.push(performance.now() - began);
    hopeless = advice.hopeless;
    if (advice.settled) end ??= { settled: advice.setting, trials };
    // For the trade-off it goes on until it is surer than anybody would ask for.
    if (end && (!goesOn || trail[trail.length - 1].above >= Math.max(...SHIFTS))) break;
    const outcome = law.cut(advice.setting);
    if (goesOn && !end) stated.push({ chance: advice.chance.right, right: outcome === 'right' });
    tuner.record({ setting: advice.setting, outcome });
    if (!goesOn) continue;
    isRightSeen ||= outcome === 'right';
    const { setting, placed, clear, right } = tuner.best();
    const marks = marksAfter(trials + 1);
    trail.push({
      above: placed - (marks?.placed ?? 1),
      isReliable: law.right(setting) >= 0.9,
      isOpen: isRightSeen && right >= 0.9 && marks !== null && clear >= marks.clear,
    });
  }
  return { settled: end?.settled ?? null, trials: end?.trials ?? MOST_TRIALS + 1, hopeless, trail };
}

const median = (values: number[], share = 0.5) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))];
const percent = (part: number, whole: number) => (whole ? `${((100 * part) / whole).toFixed(1)} %` : '–');

for (const startSpread of SPREADS) {
  const all = { laws: 0, settled: 0, reliable: 0, hand: 0, handReliable: 0, trials: [] as number[] };
  const trails: Moment[][] = [];
  const none = { laws: 0, settled: 0, said: 0, trials: [] as number[] };
  for (const world of WORLDS) {
    const tally = { laws: 0, settled: 0, reliable: 0, hand: 0, handReliable: 0, trials: [] as number[] };
    for (let seed = 1; tally.laws < LAWS && seed < LAWS * 4; seed++) {
      const law = makeLaw(world, startSpread, seed, POSSIBLE);
      if (law.best < 0.95) continue;
      const { settled, trials, trail } = byTuner(world, law, startSpread, seed, true);
      trails.push(trail);
      tally.laws += 1;
      tally.trials.push(trials);
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
    console.log(
      `tuning ${world.family}, start off by ${startSpread}: reliable ${(tally.reliable / tally.settled / (tally.handReliable / tally.hand)).toFixed(2)} × as often as by hand (${percent(tally.reliable, tally.settled)} of ${tally.settled} settled of ${tally.laws} laws, by hand ${percent(tally.handReliable, tally.hand)}); trials: median ${median(tally.trials)}, 90th percentile ${median(tally.trials, 0.9)}`,
    );
    for (const key of ['laws', 'settled', 'reliable', 'hand', 'handReliable'] as const) all[key] += tally[key];
    all.trials.push(...tally.trials);
    for (let seed = 1; seed <= HOPELESS; seed++) {
      const law = makeLaw(world, startSpread, seed + 5000, NARROW);
      if (law.best >= 0.8) continue;
      const { settled, hopeless } = byTuner(world, law, startSpread, seed, false);
      none.laws += 1;
      if (settled) none.settled += 1;
      if (hopeless) none.said += 1;
    }
  }
  console.log(
    `tuning in all, start off by ${startSpread}: reliable ${percent(all.reliable, all.settled)} of the settled, ${percent(all.reliable, all.laws)} of all laws (by hand ${percent(all.handReliable, all.hand)}), settled ${percent(all.settled, all.laws)}, trials: median ${median(all.trials)}, 90th percentile ${median(all.trials, 0.9)}; of ${none.laws} laws without a right setting it claims ${percent(none.settled, none.laws)} and says so in ${percent(none.said, none.laws)}`,
  );
  // Where reliability and trials pull against each other: what settling sooner or later would have given.
  for (const shift of SHIFTS) {
    const ends = trails.map((trail) => trail.findIndex(({ above, isOpen }) => isOpen && above >= shift));
    const ended = ends.flatMap((end, i) => (end < 0 ? [] : [trails[i][end]]));
    const trials = ends.map((end) => (end < 0 ? MOST_TRIALS + 1 : end + 1));
    console.log(
      `  the place's mark moved by ${shift}: reliable ${percent(ended.filter(({ isReliable }) => isReliable).length, ended.length)} of the settled ${percent(ended.length, trails.length)}; trials: median ${median(trials)}, 90th percentile ${median(trials, 0.9)}`,
    );
  }
}
const deciles = Array.from({ length: 10 }, (_, i) =>
  stated.filter(({ chance }) => chance >= i / 10 && chance < (i + 1) / 10 + (i === 9 ? 1 : 0)),
);
const off = deciles.map((d) =>
  d.length < 30 ? 0 : d.reduce((sum, { right, chance }) => sum + Number(right) - chance, 0) / d.length,
);
console.log(
  `stated chance against frequency over ${stated.length} trials, by decile: ${off.map((o, i) => `${o >= 0 ? '+' : ''}${o.toFixed(3)} (${deciles[i].length})`).join(' ')}; furthest ${Math.max(...off.map(Math.abs)).toFixed(3)}`,
);
console.log(
  `one suggestion: median ${median(times).toFixed(0)} ms, 99th percentile ${median(times, 0.99).toFixed(0)} ms`,
);

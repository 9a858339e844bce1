import { OUTCOMES, PROCESSES } from '../recipes';
import { candidates, type Candidate } from './candidates';
import { coordinates, onStep } from './coordinates';
import { doseOf, outcomeChances, Posterior, rightChance } from './posterior';
import { specProblem, type Advice, type Chances, type Setting, type TunedDial, type TunedTrial, type TunerSpec } from './tuner-spec';

/** Finds the right setting in as few trials as possible, and says how sure it is. */
export interface Tuner {
  /** What to try next, or the setting that is settled. */
  suggest(): Advice;
  /** Takes in a trial, this one's or any other. */
  record(trial: TunedTrial): void;
  /** The chances of the five outcomes of a setting. */
  predict(setting: Setting): Chances;
}

/** Particles that are looked at for the choice; the whole cloud says how sure it is in the end. */
const LOOKED_AT = 400;
const JUDGED_BY = 1200;
/** A setting is reliable where it is right at least this often. */
const RELIABLE = 0.9;
/** Settled: as sure as this that the setting is reliable. */
const SURE = 0.87;
/** So many trials are weighed against each other by what each would teach. */
const WEIGHED = 14;
const GOALS = 40;
/** What being right at once is worth, beside what a trial teaches. */
const WORTH_OF_RIGHT = 0.25;
/** From this many trials on, one may say that nothing on the dials is right. */
const ENOUGH_TRIALS = 5;
const HOPELESS = 0.8;

/**
 * A Bayesian ordinal tuner: see {@link Posterior} for the model. The next trial is the one after which, on the average of
 * its outcomes, one would be surest of some setting (one step of looking ahead), with a premium on being right at once;
 * ties go to the gentler setting. It is settled once a setting is right with a chance of 0.9, one
 * is 87 % sure that it is right at least nine times in ten, and something was right.
 * @throws RangeError where the spec cannot be tuned
 * @example createTuner({ process: 'kiss-cut', dials, start: { force: 14, speed: 5 }, startSpread: 0.35, seed: 1 }).suggest()
 */
export function createTuner(spec: TunerSpec): Tuner {
  const problem = specProblem(spec);
  if (problem) throw new RangeError(problem);
  const { dials, seed, fixed = [] } = spec;
  const start = Object.fromEntries(dials.map((dial) => [dial.name, onStep(dial, spec.start[dial.name])]));
  const free = inTurningOrder(spec).filter((dial) => !fixed.includes(dial.name));
  const posterior = new Posterior(spec.process, dials, spec.startSpread, seed);
  const history: TunedTrial[] = [];
  let around: Setting = start;

  function predict(setting: Setting): Chances {
    const at = coordinates(dials, start, setting);
    const sums = [0, 0, 0, 0, 0];
    for (const particle of posterior.sample(JUDGED_BY)) outcomeChances(particle, doseOf(particle, at)).forEach((chance, k) => (sums[k] += chance / JUDGED_BY));
    return Object.fromEntries(OUTCOMES.map((outcome, k) => [outcome, sums[k]])) as Chances;
  }

  /** How sure one is that a setting is right at least nine times in ten. */
  function reliability(candidate: Candidate): number {
    let sure = 0;
    for (const particle of posterior.sample(JUDGED_BY)) if (rightChance(particle, doseOf(particle, candidate.coordinates)) >= RELIABLE) sure += 1 / JUDGED_BY;
    return sure;
  }

  function suggest(): Advice {
    const pool = candidates(dials, start, around, free);
    const looked = score(pool, posterior.sample(LOOKED_AT));
    const best = looked.reduce((a, b) => (compare(b, a, free) > 0 ? b : a));
    around = best.candidate.setting;
    const seenRight = history.some((trial) => trial.outcome === 'right');
    if (seenRight) {
      const chances = predict(best.candidate.setting);
      if (chances.right >= RELIABLE && reliability(best.candidate) >= SURE) return advice(best.candidate.setting, chances, true, history, hopeless(looked));
    }
    const next = history.length === 0 && looked.length ? firstTrial(looked, free) : informative(looked, free);
    return advice(next.setting, predict(next.setting), false, history, hopeless(looked));
  }

  /** Whether nothing on the dials seems to be right often enough. */
  function hopeless(looked: Scored[]): boolean {
    return history.length >= ENOUGH_TRIALS && Math.max(...looked.map((scored) => scored.right)) < HOPELESS;
  }

  function record(trial: TunedTrial): void {
    if (!(OUTCOMES as readonly string[]).includes(trial.outcome)) throw new RangeError(`An outcome is one of ${OUTCOMES.join(', ')}; “${String(trial.outcome)}” came.`);
    history.push(trial);
    const passes = [...(trial.onTopOf ?? []), trial.setting].map((setting) => coordinates(dials, start, setting));
    posterior.record({ passes, outcome: trial.outcome, wearKm: (trial.wear ?? 0) / 1000 });
  }

  return { suggest, record, predict };
}

/** The dials in the order in which the process turns them. */
function inTurningOrder({ process, dials }: TunerSpec): TunedDial[] {
  const terms = PROCESSES.find((p) => p.name === process)?.dose.map((term) => term.quantity as string) ?? [];
  const turn = (dial: TunedDial) => (terms.includes(dial.name) ? terms.indexOf(dial.name) : terms.length);
  return [...dials].sort((a, b) => turn(a) - turn(b));
}

interface Scored {
  candidate: Candidate;
  /** For every particle looked at: the log dose, and the chance of being right. */
  doses: Float64Array;
  rights: Float64Array;
  /** Mean chance of being right, and the share of particles in which it is reliable. */
  right: number;
  reliable: number;
  particles: Float64Array[];
}

function score(pool: Candidate[], particles: Float64Array[]): Scored[] {
  return pool.map((candidate) => {
    const doses = new Float64Array(particles.length);
    const rights = new Float64Array(particles.length);
    let right = 0;
    let reliable = 0;
    particles.forEach((particle, i) => {
      doses[i] = doseOf(particle, candidate.coordinates);
      rights[i] = rightChance(particle, doses[i]);
      right += rights[i];
      if (rights[i] >= RELIABLE) reliable += 1;
    });
    return { candidate, doses, rights, right: right / particles.length, reliable: reliable / particles.length, particles };
  });
}

/** Which of two is the better one to end with; ties go to the gentler. */
function compare(a: Scored, b: Scored, free: readonly TunedDial[]): number {
  const value = (scored: Scored) => scored.reliable + 0.3 * scored.right;
  const difference = value(a) - value(b);
  return Math.abs(difference) > 0.004 ? difference : gentler(a.candidate.setting, b.candidate.setting, free);
}

/** Above 0 where `a` does less than `b`: less of what raises, more of what lowers, in shares of the dials' ranges. */
function gentler(a: Setting, b: Setting, free: readonly TunedDial[]): number {
  return free.reduce((sum, { name, min, max, effect }) => sum + ((effect === 'raises' ? 1 : -1) * (b[name] - a[name])) / (max - min), 0);
}

/** The first trial is the one most likely to be right: there is nothing to learn from yet. */
function firstTrial(looked: Scored[], free: readonly TunedDial[]): Candidate {
  return looked.reduce((a, b) => (b.right > a.right + 0.004 || (Math.abs(b.right - a.right) <= 0.004 && gentler(b.candidate.setting, a.candidate.setting, free) > 0) ? b : a)).candidate;
}

/** The trial after which one would be surest, on the average of its outcomes. */
function informative(looked: Scored[], free: readonly TunedDial[]): Candidate {
  const hopeful = [...looked].sort((a, b) => b.right - a.right);
  const trials = spread(hopeful.filter((scored) => scored.right > 0.02), WEIGHED);
  const goals = spread(hopeful.slice(0, Math.max(GOALS, Math.ceil(hopeful.length / 4))), GOALS);
  let best: { scored: Scored; value: number } | null = null;
  for (const scored of trials) {
    const chances = scored.particles.map((particle, i) => outcomeChances(particle, scored.doses[i]));
    let value = WORTH_OF_RIGHT * scored.right;
    for (let k = 0; k < 5; k++) {
      let total = 0;
      for (const chance of chances) total += chance[k];
      if (total / chances.length < 0.02) continue;
      let surest = 0;
      for (const goal of goals) {
        let sure = 0;
        for (let i = 0; i < chances.length; i++) if (goal.rights[i] >= RELIABLE) sure += chances[i][k];
        surest = Math.max(surest, sure);
      }
      value += surest / chances.length;
    }
    if (!best || value > best.value + 0.002 || (Math.abs(value - best.value) <= 0.002 && gentler(scored.candidate.setting, best.scored.candidate.setting, free) > 0)) best = { scored, value };
  }
  return (best?.scored ?? hopeful[0]).candidate;
}

/** So many of them, spread evenly over their mean doses. */
function spread(scored: Scored[], count: number): Scored[] {
  if (scored.length <= count) return scored;
  const mean = (s: Scored) => s.doses.reduce((sum, dose) => sum + dose, 0) / s.doses.length;
  const sorted = scored.map((s) => ({ s, dose: mean(s) })).sort((a, b) => a.dose - b.dose);
  return Array.from({ length: count }, (_, i) => sorted[Math.floor(((i + 0.5) * sorted.length) / count)].s);
}

const WORDS: Readonly<Record<string, string>> = { 'far-under': 'fell far short', under: 'fell short', right: 'was right', over: 'was too much', 'far-over': 'was far too much' };

function advice(setting: Setting, chances: Chances, settled: boolean, history: readonly TunedTrial[], isHopeless: boolean): Advice {
  const chance = { under: chances['far-under'] + chances.under, right: chances.right, over: chances.over + chances['far-over'] };
  const said = Object.entries(setting).map(([name, value]) => `${name} ${value}`).join(', ');
  const percent = `${Math.round(chance.right * 100)} %`;
  const last = history[history.length - 1];
  const lately = last ? `; ${Object.entries(last.setting).filter(([name, value]) => value !== setting[name]).map(([name, value]) => `${name} ${value}`).join(', ') || 'the same'} ${WORDS[last.outcome]}` : '';
  if (isHopeless && !settled) return { setting, chance, settled, why: `The window is narrower than the machine's scatter, as far as ${history.length} trials show: no setting is right much more often than ${percent}` };
  return { setting, chance, settled, why: settled ? `${said} is settled: right with a chance of ${percent}${lately}` : `${said}: right with a chance of ${percent}${lately}` };
}

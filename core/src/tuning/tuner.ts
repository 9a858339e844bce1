import { OUTCOMES, PROCESSES } from '../recipes';
import { tellingTogether } from './batch';
import { asChances, asThree } from './chances';
import { candidates, type Candidate } from './candidates';
import { bestOf, firstTrial, isSame, mostTelling, score, type Ending, type Scored } from './choice';
import { RELIABLE } from './reliable';
import { coordinates, onStep } from './coordinates';
import { Posterior } from './posterior';
import { DOUBT } from './prior';
import { isProven, marksAfter, proofOf, type Proof } from './proof';
import { bestWithin, isClear, reachOf } from './reach';
import {
  specProblem,
  type Advice,
  type Chances,
  type Setting,
  type TunedDial,
  type TunedTrial,
  type TunerSpec,
} from './tuner-spec';
import { sayWhy } from './why';

/** What one would end with. */
export interface Best extends Proof {
  setting: Setting;
  right: number;
  narrow: number;
}

/** Finds the right setting in as few trials as possible, and says how sure it is. */
export interface Tuner {
  /** What to try next, or the setting that is settled. */
  suggest(): Advice;
  /** Takes in a trial, this one's or any other. */
  record(trial: TunedTrial): void;
  /** The chances of the five outcomes of a setting, on top of earlier passes in the same place if there were any. */
  predict(setting: Setting, onTopOf?: readonly Setting[]): Chances;
  /**
   * The setting to end with if one had to stop now, its chance of being right, how far it is proven to be reliable, and how
   * likely the window is narrower than the scatter, so that nothing is.
   */
  best(): Best;
  /** Settings that tell the most when they are tried at once; the first trial's own advice is among them. */
  batch(count: number): Setting[];
  /** The pass that most likely makes it right on top of passes that were not enough. */
  repeat(onTopOf: readonly Setting[]): { setting: Setting; chance: Advice['chance'] };
}

/** Worlds that are looked at for a first glance, for the choice, and for what is said in the end. */
const GLANCED_AT = 150;
const LOOKED_AT = 900;
const JUDGED_BY = 3000;
/** So many settings are looked at closely. */
const HOPEFUL = 200;
/** From this many trials on, one may say that nothing on the dials is right. */
const ENOUGH_TRIALS = 5;
const HOPELESS = 0.8;

/**
 * A Bayesian ordinal tuner: see {@link Posterior} for the model. The next trial is the one after which, on the average of
 * its outcomes, one would be surest of some setting and likeliest be done (one step of looking ahead); ties go to the gentler
 * setting. It is settled after three trials at the soonest: a setting is right with a chance of 0.9, it is proven to be
 * right at least nine times in ten (see {@link isProven}), and something was right.
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
  const reach = reachOf(dials, start, free);
  const history: TunedTrial[] = [];
  let around: Setting = start;
  let newWear: number | null = null;

  /** The settings that could be right, as the cloud sees them; the start is always among them. */
  function look(): Scored[] {
    const glanced = score(candidates(dials, start, around, free), posterior.sample(GLANCED_AT));
    const hopeful = glanced
      .sort((a, b) => b.right - a.right)
      .filter(({ candidate }, place) => place < HOPEFUL || isSame(candidate.setting, start))
      .map(({ candidate }) => candidate);
    return score(hopeful, posterior.sample(LOOKED_AT));
  }

  /** How far a setting is proven. */
  const proof = ({ coordinates: at }: Candidate): Proof => proofOf(posterior.sample(JUDGED_BY), at, reach);

  function predict(setting: Setting, onTopOf: readonly Setting[] = []): Chances {
    return asChances(
      posterior.sample(JUDGED_BY),
      coordinates(dials, start, setting),
      onTopOf.map((earlier) => coordinates(dials, start, earlier)),
      reach,
    );
  }

  /** How likely it is that no setting can be right often enough, whatever the dials. */
  function narrowness(): number {
    const worlds = posterior.sample(JUDGED_BY);
    return worlds.filter((world) => bestWithin(world, reach) < HOPELESS).length / worlds.length;
  }

  function best(): Best {
    const { candidate } = bestOf(look(), free);
    return {
      setting: candidate.setting,
      right: predict(candidate.setting).right,
      ...proof(candidate),
      narrow: narrowness(),
    };
  }

  /** What it takes for the next trial to be the last one. */
  function ending(isRightSeen: boolean): Ending {
    const clear = Uint8Array.from(posterior.sample(LOOKED_AT), (world) => Number(isClear(world, reach)));
    return { isRightSeen, marks: marksAfter(history.length + 1), clear };
  }

  function suggest(): Advice {
    const looked = look();
    const goal = bestOf(looked, free).candidate;
    around = goal.setting;
    const isRightSeen = history.some((trial) => trial.outcome === 'right');
    const isSettled = isRightSeen && predict(goal.setting).right >= RELIABLE && isProven(proof(goal), history.length);
    const next = isSettled
      ? goal
      : history.length === 0
        ? firstTrial(looked, start)
        : mostTelling(looked, free, ending(isRightSeen));
    const isHopeless = history.length >= ENOUGH_TRIALS && Math.max(...looked.map(({ right }) => right)) < HOPELESS;
    const chance = asThree(asChances(posterior.sample(JUDGED_BY), next.coordinates, [], reach, isHopeless ? 1 : DOUBT));
    return {
      setting: next.setting,
      chance,
      settled: isSettled,
      hopeless: isHopeless && !isSettled,
      why: sayWhy({ process: spec.process, setting: next.setting, ...chance, isSettled, isHopeless, history }),
    };
  }

  function batch(count: number): Setting[] {
    const advice = suggest();
    if (advice.settled) return [advice.setting];
    const looked = look();
    return [
      advice.setting,
      ...tellingTogether(looked, count).filter((setting) => !isSame(setting, advice.setting)),
    ].slice(0, count);
  }

  function repeat(onTopOf: readonly Setting[]): { setting: Setting; chance: Advice['chance'] } {
    const before = onTopOf.map((setting) => coordinates(dials, start, setting));
    const worlds = posterior.sample(LOOKED_AT / 3);
    const from = onTopOf[onTopOf.length - 1] ?? around;
    const rated = candidates(dials, start, { ...start, ...from }, free.slice(0, 1)).map(
      ({ setting, coordinates: at }) => ({ setting, right: asChances(worlds, at, before, reach).right }),
    );
    const { setting } = rated.reduce((a, b) => (b.right > a.right + 0.004 ? b : a));
    return { setting, chance: asThree(predict(setting, onTopOf)) };
  }

  function record(trial: TunedTrial): void {
    if (!(OUTCOMES as readonly string[]).includes(trial.outcome))
      throw new RangeError(`An outcome is one of ${OUTCOMES.join(', ')}; “${String(trial.outcome)}” came.`);
    history.push(trial);
    newWear ??= trial.wear ?? null;
    const passes = [...(trial.onTopOf ?? []), trial.setting].map((setting) => coordinates(dials, start, setting));
    // The start is meant for the tool as it was at first; only what it wears from then on counts.
    posterior.record({
      passes,
      outcome: trial.outcome,
      wearKm: ((trial.wear ?? newWear ?? 0) - (newWear ?? 0)) / 1000,
    });
  }

  return { suggest, record, predict, best, batch, repeat };
}

/** The dials in the order in which the process turns them. */
function inTurningOrder({ process: processName, dials }: TunerSpec): TunedDial[] {
  const terms = PROCESSES.find(({ name }) => name === processName)?.dose.map((term) => term.quantity as string) ?? [];
  const turn = ({ name }: TunedDial) => (terms.includes(name) ? terms.indexOf(name) : terms.length);
  return [...dials].sort((a, b) => turn(a) - turn(b));
}

import { unsafeUniformIntDistribution, xoroshiro128plus, type RandomGenerator } from 'pure-rand';
import type { Outcome, ProcessName } from '../recipes';
import { normalBelow } from './normal';
import { exponentPrior, FAR, MISTAKE, NOISE, PASSES, WEAR_SPREAD_PER_KM, WINDOW, type ExponentPrior } from './prior';
import type { TunedDial } from './tuner-spec';

/** A trial as the model sees it. */
export interface SeenTrial {
  /** Coordinates of the passes in one place, the last one last. */
  passes: number[][];
  outcome: Outcome;
  wearKm: number;
}

/** Where each unknown stands in a particle: middle of the window, its width, noise, far marks, passes, wear, then the exponents. */
const CENTRE = 0;
const WIDTH = 1;
const SIGMA = 2;
const FAR_UNDER = 3;
const FAR_OVER = 4;
const PASS = 5;
const WEAR = 6;
const EXPONENTS = 7;

const PARTICLES = 2400;
/** Moves of every particle after it was drawn anew. */
const MOVES = 6;
const RANGE = 2 ** 30;

/**
 * What is known of the unknowns: a cloud of weighted particles (sequential Monte Carlo with resample and move: Chopin
 * 2002). Widths, noise and exponents are kept as logarithms.
 *
 * The latent log dose of a setting is Σ exponentᵢ·coordinateᵢ; passes in one place add up as γ·ln Σ exp(doseⱼ/γ), which
 * gives n equal passes γ·ln n. Dose plus normal noise is cut into the five outcomes at the window's edges and the far
 * marks beyond them.
 */
export class Posterior {
  private readonly random: RandomGenerator;
  private readonly priors: ExponentPrior[];
  /** Logarithms of the exponents' medians. */
  private readonly middles: number[];
  private particles: Float64Array[] = [];
  private weights: Float64Array;
  private readonly seen: SeenTrial[] = [];

  constructor(process: ProcessName, dials: readonly TunedDial[], private readonly startSpread: number, seed: number) {
    this.random = xoroshiro128plus(seed);
    this.priors = dials.map((dial) => exponentPrior(process, dial));
    this.middles = this.priors.map(({ median }) => Math.log(median));
    this.weights = new Float64Array(PARTICLES).fill(1 / PARTICLES);
    for (let i = 0; i < PARTICLES; i++) this.particles.push(this.draw());
  }

  /** Takes a trial in. */
  record(trial: SeenTrial): void {
    this.seen.push(trial);
    let total = 0;
    for (let i = 0; i < PARTICLES; i++) {
      this.weights[i] *= likelihood(this.particles[i], trial);
      total += this.weights[i];
    }
    let squares = 0;
    for (let i = 0; i < PARTICLES; i++) {
      this.weights[i] /= total;
      squares += this.weights[i] ** 2;
    }
    if (1 / squares < PARTICLES * 0.6) this.renew();
  }

  /** Equally weighted worlds drawn from the cloud, evenly, for the tool as it is worn now. */
  sample(count: number): World[] {
    const wearKm = this.seen.length ? this.seen[this.seen.length - 1].wearKm : 0;
    return this.pick(count).map((particle) => worldOf(particle, wearKm));
  }

  private pick(count: number): Float64Array[] {
    const drawn: Float64Array[] = [];
    let sum = this.weights[0];
    let i = 0;
    for (let k = 0; k < count; k++) {
      const at = (k + 0.5) / count;
      while (sum < at && i < PARTICLES - 1) sum += this.weights[++i];
      drawn.push(this.particles[i]);
    }
    return drawn;
  }

  private uniform(): number {
    return unsafeUniformIntDistribution(0, RANGE - 1, this.random) / RANGE + 0.5 / RANGE;
  }

  private normal(): number {
    return Math.sqrt(-2 * Math.log(this.uniform())) * Math.cos(2 * Math.PI * this.uniform());
  }

  private draw(): Float64Array {
    return Float64Array.of(
      this.startSpread * this.normal(), WINDOW.quantile(this.uniform()), NOISE.quantile(this.uniform()), FAR.quantile(this.uniform()), FAR.quantile(this.uniform()),
      Math.log(PASSES.median) + PASSES.logSpread * this.normal(), Math.abs(WEAR_SPREAD_PER_KM * this.normal()),
      ...this.priors.map(({ median, logSpread }) => Math.log(median) + logSpread * this.normal()),
    );
  }

  private logPrior(p: Float64Array): number {
    let log = WINDOW.logDensity(p[WIDTH]) + NOISE.logDensity(p[SIGMA]) + FAR.logDensity(p[FAR_UNDER]) + FAR.logDensity(p[FAR_OVER]);
    if (log === -Infinity || p[WEAR] < 0) return -Infinity;
    log -= 0.5 * ((p[CENTRE] / this.startSpread) ** 2 + ((p[PASS] - Math.log(PASSES.median)) / PASSES.logSpread) ** 2 + (p[WEAR] / WEAR_SPREAD_PER_KM) ** 2);
    for (let i = 0; i < this.priors.length; i++) log -= 0.5 * ((p[EXPONENTS + i] - this.middles[i]) / this.priors[i].logSpread) ** 2;
    return log;
  }

  private logPosterior(p: Float64Array): number {
    let log = this.logPrior(p);
    if (log === -Infinity) return log;
    for (const trial of this.seen) log += Math.log(likelihood(p, trial));
    return log;
  }

  /** Draws the particles anew by their weights, and moves each by some Metropolis steps as wide as the cloud. */
  private renew(): void {
    this.particles = this.pick(PARTICLES).map((particle) => particle.slice());
    this.weights.fill(1 / PARTICLES);
    const size = this.particles[0].length;
    const spread = new Float64Array(size);
    for (let k = 0; k < size; k++) {
      let mean = 0;
      let square = 0;
      for (const particle of this.particles) mean += particle[k] / PARTICLES;
      for (const particle of this.particles) square += (particle[k] - mean) ** 2 / PARTICLES;
      spread[k] = Math.sqrt(square) + 1e-4;
    }
    for (const particle of this.particles) {
      let now = this.logPosterior(particle);
      for (let move = 0; move < MOVES; move++) {
        const next = particle.slice();
        const scale = move % 2 ? 0.9 : 0.35;
        for (let k = 0; k < size; k++) if (move % 2 === 0 || this.uniform() < 0.35) next[k] += scale * spread[k] * this.normal();
        const then = this.logPosterior(next);
        if (Math.log(this.uniform()) < then - now) {
          particle.set(next);
          now = then;
        }
      }
    }
  }
}

/**
 * A particle made ready for many questions: the marks of far under, under, over and far over in log dose, the reciprocal
 * of the noise, and what each dial's coordinate counts.
 */
export interface World {
  marks: [number, number, number, number];
  sharpness: number;
  slopes: Float64Array;
  /** γ of passes in one place. */
  gamma: number;
}

/** The world of a particle, for a tool that is worn by so much. */
function worldOf(p: Float64Array, wearKm: number): World {
  const half = Math.exp(p[WIDTH]) / 2;
  const centre = p[CENTRE] + p[WEAR] * wearKm;
  const low = centre - half;
  const high = centre + half;
  return { marks: [low - Math.exp(p[FAR_UNDER]), low, high, high + Math.exp(p[FAR_OVER])], sharpness: Math.exp(-p[SIGMA]), slopes: p.slice(EXPONENTS).map(Math.exp), gamma: Math.exp(p[PASS]) };
}

/** Log dose of several passes in one place: γ·ln Σ exp(doseⱼ/γ). */
export function together(doses: readonly number[], gamma: number): number {
  let most = -Infinity;
  for (const dose of doses) most = Math.max(most, dose);
  let sum = 0;
  for (const dose of doses) sum += Math.exp((dose - most) / gamma);
  return most + gamma * Math.log(sum);
}

/** Log dose of one pass. */
export function doseOf({ slopes }: World, coordinates: readonly number[]): number {
  let dose = 0;
  for (let i = 0; i < coordinates.length; i++) dose += slopes[i] * coordinates[i];
  return dose;
}

/** The chances of the five outcomes at a log dose, from far under to far over. */
export function outcomeChances({ marks, sharpness }: World, dose: number): [number, number, number, number, number] {
  const a = normalBelow((marks[0] - dose) * sharpness);
  const b = normalBelow((marks[1] - dose) * sharpness);
  const c = normalBelow((marks[2] - dose) * sharpness);
  const d = normalBelow((marks[3] - dose) * sharpness);
  return [a, b - a, c - b, d - c, 1 - d];
}

/** The chance of being right at a log dose. */
export function rightChance({ marks, sharpness }: World, dose: number): number {
  return normalBelow((marks[2] - dose) * sharpness) - normalBelow((marks[1] - dose) * sharpness);
}

function passDose(p: Float64Array, coordinates: readonly number[]): number {
  let dose = 0;
  for (let i = 0; i < coordinates.length; i++) if (coordinates[i] !== 0) dose += Math.exp(p[EXPONENTS + i]) * coordinates[i];
  return dose;
}

/** Log dose of all passes in one place, less what the worn tool loses. */
function totalDose(p: Float64Array, { passes, wearKm }: SeenTrial): number {
  const worn = p[WEAR] * wearKm;
  if (passes.length === 1) return passDose(p, passes[0]) - worn;
  return together(passes.map((coordinates) => passDose(p, coordinates)), Math.exp(p[PASS])) - worn;
}

/** The chance of what was seen, in one particle. */
function likelihood(p: Float64Array, trial: SeenTrial): number {
  const dose = totalDose(p, trial);
  const sharpness = Math.exp(-p[SIGMA]);
  const half = Math.exp(p[WIDTH]) / 2;
  const low = p[CENTRE] - half - dose;
  const high = p[CENTRE] + half - dose;
  const { outcome } = trial;
  let chance;
  if (outcome === 'right') chance = normalBelow(high * sharpness) - normalBelow(low * sharpness);
  else if (outcome === 'under') chance = normalBelow(low * sharpness) - normalBelow((low - Math.exp(p[FAR_UNDER])) * sharpness);
  else if (outcome === 'far-under') chance = normalBelow((low - Math.exp(p[FAR_UNDER])) * sharpness);
  else if (outcome === 'over') chance = normalBelow((high + Math.exp(p[FAR_OVER])) * sharpness) - normalBelow(high * sharpness);
  else chance = 1 - normalBelow((high + Math.exp(p[FAR_OVER])) * sharpness);
  return (1 - MISTAKE) * chance + MISTAKE / 5;
}

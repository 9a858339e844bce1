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

const PARTICLES = 6000;
/** Moves of every particle after it was drawn anew. */
const MOVES = 8;
/** How far along the difference of two others a particle moves at most, for each root of a dimension. */
const STRIDE = 2.4;
/** How far a few of its unknowns move by themselves, in spreads of the cloud, and which share of them. */
const STEP = 0.9;
const TURNED = 0.35;
const RANGE = 2 ** 30;
const TINY = 1e-200;

/**
 * What is known of the unknowns: a cloud of weighted particles (sequential Monte Carlo with resample and move: Chopin
 * 2002). A move goes along the difference of two other particles, so that it follows the cloud's own shape (differential
 * evolution: ter Braak 2006), or turns a few unknowns alone. Widths, noise and exponents are kept as logarithms.
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
  /** Worlds drawn since the last trial, by how many. */
  private readonly drawn = new Map<number, World[]>();

  constructor(
    process: ProcessName,
    dials: readonly TunedDial[],
    private readonly startSpread: number,
    seed: number,
  ) {
    this.random = xoroshiro128plus(seed);
    this.priors = dials.map((dial) => exponentPrior(process, dial));
    this.middles = this.priors.map(({ median }) => Math.log(median));
    this.weights = new Float64Array(PARTICLES).fill(1 / PARTICLES);
    for (let i = 0; i < PARTICLES; i++) this.particles.push(this.draw());
  }

  /** Takes a trial in. */
  record(trial: SeenTrial): void {
    this.seen.push(trial);
    this.drawn.clear();
    let total = 0;
    for (let i = 0; i < PARTICLES; i++) {
      this.weights[i] *= likelihood(worldOf(this.particles[i], 0), this.particles[i][WEAR], trial);
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
    const known = this.drawn.get(count);
    if (known) return known;
    const wearKm = this.seen.length ? this.seen[this.seen.length - 1].wearKm : 0;
    const worlds = this.pick(count).map((particle) => worldOf(particle, wearKm));
    this.drawn.set(count, worlds);
    return worlds;
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
      this.startSpread * this.normal(),
      WINDOW.quantile(this.uniform()),
      NOISE.quantile(this.uniform()),
      FAR.quantile(this.uniform()),
      FAR.quantile(this.uniform()),
      Math.log(PASSES.median) + PASSES.logSpread * this.normal(),
      Math.abs(WEAR_SPREAD_PER_KM * this.normal()),
      ...this.priors.map(({ median, logSpread }) => Math.log(median) + logSpread * this.normal()),
    );
  }

  private logPrior(p: Float64Array): number {
    let log =
      WINDOW.logDensity(p[WIDTH]) +
      NOISE.logDensity(p[SIGMA]) +
      FAR.logDensity(p[FAR_UNDER]) +
      FAR.logDensity(p[FAR_OVER]);
    if (log === -Infinity || p[WEAR] < 0) return -Infinity;
    log -=
      0.5 *
      ((p[CENTRE] / this.startSpread) ** 2 +
        ((p[PASS] - Math.log(PASSES.median)) / PASSES.logSpread) ** 2 +
        (p[WEAR] / WEAR_SPREAD_PER_KM) ** 2);
    for (let i = 0; i < this.priors.length; i++)
      log -= 0.5 * ((p[EXPONENTS + i] - this.middles[i]) / this.priors[i].logSpread) ** 2;
    return log;
  }

  private logPosterior(p: Float64Array): number {
    let log = this.logPrior(p);
    if (log === -Infinity) return log;
    const world = worldOf(p, 0);
    let chance = 1;
    for (const trial of this.seen) {
      chance *= likelihood(world, p[WEAR], trial);
      // One logarithm for many trials, taken before the product of hundreds runs out of numbers.
      if (chance > TINY) continue;
      log += Math.log(chance);
      chance = 1;
    }
    return log + Math.log(chance);
  }

  /** Draws the particles anew by their weights, and moves each by some Metropolis steps as wide as the cloud. */
  private renew(): void {
    this.particles = this.pick(PARTICLES).map((particle) => particle.slice());
    this.weights.fill(1 / PARTICLES);
    const spread = this.spread();
    const next = new Float64Array(spread.length);
    for (const particle of this.particles) {
      let now = this.logPosterior(particle);
      for (let move = 0; move < MOVES; move++) {
        if (move % 2) this.turnSome(particle, spread, next);
        else this.goAlong(particle, spread, next);
        const then = this.logPosterior(next);
        if (Math.log(this.uniform()) < then - now) {
          particle.set(next);
          now = then;
        }
      }
    }
  }

  /** The standard deviation of each unknown in the cloud. */
  private spread(): Float64Array {
    const spread = new Float64Array(this.particles[0].length);
    for (let k = 0; k < spread.length; k++) {
      let mean = 0;
      let square = 0;
      for (const particle of this.particles) mean += particle[k] / PARTICLES;
      for (const particle of this.particles) square += (particle[k] - mean) ** 2 / PARTICLES;
      spread[k] = Math.sqrt(square) + 1e-4;
    }
    return spread;
  }

  private goAlong(particle: Float64Array, spread: Float64Array, next: Float64Array): void {
    const one = this.particles[Math.floor(this.uniform() * PARTICLES)];
    const other = this.particles[Math.floor(this.uniform() * PARTICLES)];
    const stride = (STRIDE / Math.sqrt(spread.length)) * (0.4 + 0.6 * this.uniform());
    for (let k = 0; k < spread.length; k++)
      next[k] = particle[k] + stride * (one[k] - other[k]) + 0.05 * spread[k] * (this.uniform() - 0.5);
  }

  private turnSome(particle: Float64Array, spread: Float64Array, next: Float64Array): void {
    for (let k = 0; k < spread.length; k++)
      next[k] = this.uniform() < TURNED ? particle[k] + STEP * spread[k] * this.normal() : particle[k];
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
  return {
    marks: [low - Math.exp(p[FAR_UNDER]), low, high, high + Math.exp(p[FAR_OVER])],
    sharpness: Math.exp(-p[SIGMA]),
    slopes: slopesOf(p),
    gamma: Math.exp(p[PASS]),
  };
}

function slopesOf(p: Float64Array): Float64Array {
  const slopes = new Float64Array(p.length - EXPONENTS);
  for (let i = 0; i < slopes.length; i++) slopes[i] = Math.exp(p[EXPONENTS + i]);
  return slopes;
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

/** Log dose of all passes in one place, less what the worn tool loses. */
function totalDose(world: World, worn: number, passes: readonly number[][]): number {
  if (passes.length === 1) return doseOf(world, passes[0]) - worn;
  return (
    together(
      passes.map((coordinates) => doseOf(world, coordinates)),
      world.gamma,
    ) - worn
  );
}

const PLACES: Record<Outcome, number> = { 'far-under': 0, under: 1, right: 2, over: 3, 'far-over': 4 };

/** The chance of what was seen, in one world whose tool loses `wearPerKm` of its log dose. */
function likelihood(world: World, wearPerKm: number, { passes, outcome, wearKm }: SeenTrial): number {
  const dose = totalDose(world, wearPerKm * wearKm, passes);
  const { marks, sharpness } = world;
  const place = PLACES[outcome];
  const upper = place === 4 ? 1 : normalBelow((marks[place] - dose) * sharpness);
  const lower = place === 0 ? 0 : normalBelow((marks[place - 1] - dose) * sharpness);
  return (1 - MISTAKE) * (upper - lower) + MISTAKE / 5;
}

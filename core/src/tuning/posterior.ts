import { unsafeUniformIntDistribution, xoroshiro128plus, type RandomGenerator } from 'pure-rand';
import { OUTCOMES, type Outcome, type ProcessName } from '../recipes';
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
  private particles: Float64Array[] = [];
  private weights: Float64Array;
  private readonly seen: SeenTrial[] = [];

  constructor(process: ProcessName, dials: readonly TunedDial[], private readonly startSpread: number, seed: number) {
    this.random = xoroshiro128plus(seed);
    this.priors = dials.map((dial) => exponentPrior(process, dial));
    this.weights = new Float64Array(PARTICLES).fill(1 / PARTICLES);
    for (let i = 0; i < PARTICLES; i++) this.particles.push(this.draw());
  }

  get trials(): readonly SeenTrial[] {
    return this.seen;
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

  /** Equally weighted particles drawn from the cloud, evenly. */
  sample(count: number): Float64Array[] {
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
    const logUniform = ({ low, high }: { low: number; high: number }) => Math.log(low) + this.uniform() * Math.log(high / low);
    return Float64Array.of(
      this.startSpread * this.normal(), logUniform(WINDOW), logUniform(NOISE), logUniform(FAR), logUniform(FAR),
      Math.log(PASSES.median) + PASSES.logSpread * this.normal(), Math.abs(WEAR_SPREAD_PER_KM * this.normal()),
      ...this.priors.map(({ median, logSpread }) => Math.log(median) + logSpread * this.normal()),
    );
  }

  private logPrior(p: Float64Array): number {
    const within = (value: number, { low, high }: { low: number; high: number }) => value >= Math.log(low) && value <= Math.log(high);
    if (!within(p[WIDTH], WINDOW) || !within(p[SIGMA], NOISE) || !within(p[FAR_UNDER], FAR) || !within(p[FAR_OVER], FAR) || p[WEAR] < 0) return -Infinity;
    let log = -0.5 * ((p[CENTRE] / this.startSpread) ** 2 + ((p[PASS] - Math.log(PASSES.median)) / PASSES.logSpread) ** 2 + (p[WEAR] / WEAR_SPREAD_PER_KM) ** 2);
    this.priors.forEach(({ median, logSpread }, i) => (log -= 0.5 * ((p[EXPONENTS + i] - Math.log(median)) / logSpread) ** 2));
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
    this.particles = this.sample(PARTICLES).map((particle) => particle.slice());
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

/** Log dose of one pass. */
export function doseOf(p: Float64Array, coordinates: readonly number[]): number {
  let dose = 0;
  for (let i = 0; i < coordinates.length; i++) if (coordinates[i] !== 0) dose += Math.exp(p[EXPONENTS + i]) * coordinates[i];
  return dose;
}

function totalDose(p: Float64Array, { passes, wearKm }: Pick<SeenTrial, 'passes' | 'wearKm'>): number {
  const worn = p[WEAR] * wearKm;
  if (passes.length === 1) return doseOf(p, passes[0]) - worn;
  const gamma = Math.exp(p[PASS]);
  const doses = passes.map((coordinates) => doseOf(p, coordinates));
  const most = Math.max(...doses);
  return most + gamma * Math.log(doses.reduce((sum, dose) => sum + Math.exp((dose - most) / gamma), 0)) - worn;
}

/** The chances of the five outcomes at a log dose, from far under to far over. */
export function outcomeChances(p: Float64Array, dose: number): [number, number, number, number, number] {
  const half = Math.exp(p[WIDTH]) / 2;
  const sigma = Math.exp(p[SIGMA]);
  const below = (mark: number) => normalBelow((mark - dose) / sigma);
  const edges = [p[CENTRE] - half - Math.exp(p[FAR_UNDER]), p[CENTRE] - half, p[CENTRE] + half, p[CENTRE] + half + Math.exp(p[FAR_OVER])].map(below);
  return [edges[0], edges[1] - edges[0], edges[2] - edges[1], edges[3] - edges[2], 1 - edges[3]];
}

/** The chance of being right at a log dose. */
export function rightChance(p: Float64Array, dose: number): number {
  const half = Math.exp(p[WIDTH]) / 2;
  const sigma = Math.exp(p[SIGMA]);
  return normalBelow((p[CENTRE] + half - dose) / sigma) - normalBelow((p[CENTRE] - half - dose) / sigma);
}

function likelihood(p: Float64Array, trial: SeenTrial): number {
  return (1 - MISTAKE) * outcomeChances(p, totalDose(p, trial))[OUTCOMES.indexOf(trial.outcome)] + MISTAKE / 5;
}

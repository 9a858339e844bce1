import { OUTCOMES } from '../recipes';
import type { Candidate } from './candidates';
import { doseOf, outcomeChances, rightChance, type World } from './posterior';
import type { Setting, TunedDial } from './tuner-spec';

/** A setting is reliable where it is right at least this often. */
export const RELIABLE = 0.9;
/** So many trials are weighed against each other by what each would teach, and so many settings that one could end with. */
const WEIGHED = 30;
const GOALS = 40;
/** What being right at once is worth, beside what a trial teaches. */
const WORTH_OF_RIGHT = 0.03;
/** What it is worth that a trial could be the last one. */
const WORTH_OF_SETTLED = 0.3;
const SETTLED_SOFTLY = 0.03;
/** What turning a second dial costs: it is only done where it helps. */
const ASIDE = 0.05;
/** Below this difference two settings are as good as each other, and the gentler one is taken. */
const TIE = 0.004;

/** A candidate as every world of the cloud sees it. */
export interface Scored {
  candidate: Candidate;
  /** For every world: the log dose, and the chance of being right. */
  doses: Float64Array;
  rights: Float64Array;
  /** Mean chance of being right, and the share of worlds in which it is reliable. */
  right: number;
  reliable: number;
  worlds: World[];
}

/** What each candidate is worth in these worlds. */
export function score(pool: readonly Candidate[], worlds: World[]): Scored[] {
  return pool.map((candidate) => {
    const doses = new Float64Array(worlds.length);
    const rights = new Float64Array(worlds.length);
    let right = 0;
    let reliable = 0;
    for (let i = 0; i < worlds.length; i++) {
      doses[i] = doseOf(worlds[i], candidate.coordinates);
      rights[i] = rightChance(worlds[i], doses[i]);
      right += rights[i];
      if (rights[i] >= RELIABLE) reliable += 1;
    }
    return { candidate, doses, rights, right: right / worlds.length, reliable: reliable / worlds.length, worlds };
  });
}

/** The one to end with; ties go to the gentler. */
export function bestOf(looked: readonly Scored[], free: readonly TunedDial[]): Scored {
  const value = ({ reliable, right }: Scored) => reliable + 0.3 * right;
  return looked.reduce((a, b) => {
    const difference = value(b) - value(a);
    return difference > TIE || (difference >= -TIE && gentler(b.candidate.setting, a.candidate.setting, free) > 0) ? b : a;
  });
}

/** Above 0 where `a` does less than `b`: less of what raises, more of what lowers, in shares of the dials' ranges. */
function gentler(a: Setting, b: Setting, free: readonly TunedDial[]): number {
  return free.reduce((sum, { name, min, max, effect }) => sum + ((effect === 'raises' ? 1 : -1) * (b[name] - a[name])) / (max - min), 0);
}

/** The first trial is the start, unless another setting is clearly likelier: there is nothing to learn from yet. */
export function firstTrial(looked: readonly Scored[], start: Setting): Candidate {
  const own = looked.find(({ candidate }) => Object.entries(start).every(([name, value]) => candidate.setting[name] === value));
  const likeliest = looked.reduce((a, b) => (b.right > a.right ? b : a));
  return own && likeliest.right <= own.right + 0.05 ? own.candidate : likeliest.candidate;
}

/**
 * The trial after which one would be surest, on the average of its outcomes.
 * @param sure what counts as settled after it
 */
export function mostTelling(looked: readonly Scored[], free: readonly TunedDial[], isRightSeen: boolean, sure: number): Candidate {
  const hopeful = [...looked].sort((a, b) => b.right - a.right);
  const trials = spread(hopeful.filter(({ right }) => right > 0.02), WEIGHED);
  const goals = spread(hopeful.slice(0, Math.max(GOALS, Math.ceil(hopeful.length / 4))), GOALS).map(({ rights }) => Array.from(rights.keys()).filter((i) => rights[i] >= RELIABLE));
  let best: { scored: Scored; value: number } | null = null;
  for (const scored of trials) {
    const value = WORTH_OF_RIGHT * scored.right - (scored.candidate.turnsAside ? ASIDE : 0) + expectedSureness(scored, goals, isRightSeen, sure);
    const isGentler = best !== null && gentler(scored.candidate.setting, best.scored.candidate.setting, free) > 0;
    if (!best || value > best.value + TIE / 2 || (value >= best.value - TIE / 2 && isGentler)) best = { scored, value };
  }
  return (best?.scored ?? hopeful[0]).candidate;
}

/** How sure one would be of the best goal after a trial, on the average of its outcomes, and how likely it would be settled. */
function expectedSureness({ worlds, doses }: Scored, goals: readonly number[][], isRightSeen: boolean, sure: number): number {
  const chances = OUTCOMES.map(() => new Float64Array(worlds.length));
  for (let i = 0; i < worlds.length; i++) {
    const five = outcomeChances(worlds[i], doses[i]);
    for (let k = 0; k < five.length; k++) chances[k][i] = five[k];
  }
  let value = 0;
  OUTCOMES.forEach((outcome, k) => {
    const ofWorld = chances[k];
    const total = ofWorld.reduce((sum, chance) => sum + chance, 0);
    if (total / worlds.length < 0.01) return;
    let surest = 0;
    for (const goal of goals) {
      let sum = 0;
      for (const i of goal) sum += ofWorld[i];
      surest = Math.max(surest, sum);
    }
    const settles = isRightSeen || outcome === 'right' ? WORTH_OF_SETTLED / (1 + Math.exp((sure - surest / total) / SETTLED_SOFTLY)) : 0;
    value += (surest + total * settles) / worlds.length;
  });
  return value;
}

/** So many of them, spread evenly over their mean doses. */
export function spread(scored: readonly Scored[], count: number): Scored[] {
  if (scored.length <= count) return [...scored];
  const mean = ({ doses }: Scored) => doses.reduce((sum, dose) => sum + dose, 0) / doses.length;
  const sorted = scored.map((s) => ({ s, dose: mean(s) })).sort((a, b) => a.dose - b.dose);
  return Array.from({ length: count }, (_, i) => sorted[Math.floor(((i + 0.5) * sorted.length) / count)].s);
}

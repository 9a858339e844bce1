import { RELIABLE } from './reliable';
import { OUTCOMES } from '../recipes';
import type { Candidate } from './candidates';
import { normalBelow } from './normal';
import { outcomeChances, type World } from './posterior';
import type { Marks } from './proof';
import type { Setting, TunedDial } from './tuner-spec';

/** So many trials are weighed against each other by what each would teach, and so many settings that one could end with. */
const WEIGHED = 30;
const GOALS = 40;
/** What being right at once is worth, beside what a trial teaches. */
const WORTH_OF_RIGHT = 0.03;
/** What it is worth that a trial could be the last one; nearly reaching a mark counts for a part of it. */
const WORTH_OF_SETTLED = 1;
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
  /** Mean log dose. */
  dose: number;
  /** Mean chance of being right, and the share of worlds in which it is reliable. */
  right: number;
  reliable: number;
  worlds: World[];
}

/** What each candidate is worth in these worlds. */
export function score(pool: readonly Candidate[], worlds: World[]): Scored[] {
  const size = worlds.length;
  // The worlds' numbers side by side: they are gone through some hundred thousand times.
  const lows = Float64Array.from(worlds, ({ marks }) => marks[1]);
  const highs = Float64Array.from(worlds, ({ marks }) => marks[2]);
  const sharpnesses = Float64Array.from(worlds, ({ sharpness }) => sharpness);
  const slopes = Array.from({ length: worlds[0]?.slopes.length ?? 0 }, (_, dial) =>
    Float64Array.from(worlds, (world) => world.slopes[dial]),
  );
  return pool.map((candidate) => {
    const doses = new Float64Array(size);
    candidate.coordinates.forEach((coordinate, dial) => {
      if (coordinate === 0) return;
      const own = slopes[dial];
      for (let i = 0; i < size; i++) doses[i] += own[i] * coordinate;
    });
    const rights = new Float64Array(size);
    let [dose, right, reliable] = [0, 0, 0];
    for (let i = 0; i < size; i++) {
      dose += doses[i];
      rights[i] =
        normalBelow((highs[i] - doses[i]) * sharpnesses[i]) - normalBelow((lows[i] - doses[i]) * sharpnesses[i]);
      right += rights[i];
      if (rights[i] >= RELIABLE) reliable += 1;
    }
    return { candidate, doses, rights, dose: dose / size, right: right / size, reliable: reliable / size, worlds };
  });
}

/** The one to end with; ties go to the gentler. */
export function bestOf(looked: readonly Scored[], free: readonly TunedDial[]): Scored {
  const value = ({ reliable, right }: Scored) => reliable + 0.3 * right;
  return looked.reduce((a, b) => {
    const difference = value(b) - value(a);
    return difference > TIE || (difference >= -TIE && gentler(b.candidate.setting, a.candidate.setting, free) > 0)
      ? b
      : a;
  });
}

/** Above 0 where `a` does less than `b`: less of what raises, more of what lowers, in shares of the dials' ranges. */
function gentler(a: Setting, b: Setting, free: readonly TunedDial[]): number {
  return free.reduce(
    (sum, { name, min, max, effect }) => sum + ((effect === 'raises' ? 1 : -1) * (b[name] - a[name])) / (max - min),
    0,
  );
}

/** Whether two settings of the same dials are one. */
export const isSame = (a: Setting, b: Setting): boolean =>
  Object.entries(a).every(([name, value]) => b[name] === value);

/** The first trial is the start, unless another setting is clearly likelier: there is nothing to learn from yet. */
export function firstTrial(looked: readonly Scored[], start: Setting): Candidate {
  const own = looked.find(({ candidate }) => isSame(candidate.setting, start));
  const likeliest = looked.reduce((a, b) => (b.right > a.right ? b : a));
  return own && likeliest.right <= own.right + 0.05 ? own.candidate : likeliest.candidate;
}

/** What it takes for the next trial to be the last one. */
export interface Ending {
  isRightSeen: boolean;
  /** How sure one has to be after it; null where it cannot be the last one, however it comes out. */
  marks: Marks | null;
  /** For every world, 1 where there is something to settle on, else 0. */
  clear: Uint8Array;
}

/** The trial after which one would be surest, and likeliest be done, on the average of its outcomes. */
export function mostTelling(looked: readonly Scored[], free: readonly TunedDial[], ending: Ending): Candidate {
  const hopeful = [...looked].sort((a, b) => b.right - a.right);
  const trials = spread(
    hopeful.filter(({ right }) => right > 0.02),
    WEIGHED,
  );
  const goals = spread(hopeful.slice(0, Math.max(GOALS, Math.ceil(hopeful.length / 4))), GOALS).map(reliableIn);
  let best: { scored: Scored; value: number } | null = null;
  for (const scored of trials) {
    const value =
      WORTH_OF_RIGHT * scored.right -
      (scored.candidate.turnsAside ? ASIDE : 0) +
      expectedSureness(scored, goals, ending);
    const isGentler = best !== null && gentler(scored.candidate.setting, best.scored.candidate.setting, free) > 0;
    if (!best || value > best.value + TIE / 2 || (value >= best.value - TIE / 2 && isGentler)) best = { scored, value };
  }
  return (best?.scored ?? hopeful[0]).candidate;
}

/** How sure one would be of the best goal after a trial, on the average of its outcomes, and how likely it would be settled. */
function expectedSureness(
  { worlds, doses }: Scored,
  goals: readonly Uint32Array[],
  { isRightSeen, marks, clear }: Ending,
): number {
  const { chances, totals } = outcomesIn(worlds, doses);
  let value = 0;
  for (let k = 0; k < OUTCOMES.length; k++) {
    const ofWorld = chances[k];
    const total = totals[k];
    if (total / worlds.length < 0.01) continue;
    let surest = 0;
    for (const goal of goals) surest = Math.max(surest, sumOver(ofWorld, goal));
    value += surest / worlds.length;
    if (!marks || !(isRightSeen || OUTCOMES[k] === 'right')) continue;
    let inClear = 0;
    for (let i = 0; i < worlds.length; i++) inClear += ofWorld[i] * clear[i];
    if (inClear === 0) continue;
    const settles = softly(Math.min(1, surest / inClear) - marks.placed) * softly(inClear / total - marks.clear);
    value += (WORTH_OF_SETTLED * settles * total) / worlds.length;
  }
  return value;
}

/** 0 well below nought, 1 well above it. */
const softly = (above: number): number => 1 / (1 + Math.exp(-above / SETTLED_SOFTLY));

/** The sum of a list at these places, in four sums side by side that need not wait for each other. */
function sumOver(values: Float64Array, places: Uint32Array): number {
  let [one, two, three, four] = [0, 0, 0, 0];
  let j = 0;
  for (; j + 3 < places.length; j += 4) {
    one += values[places[j]];
    two += values[places[j + 1]];
    three += values[places[j + 2]];
    four += values[places[j + 3]];
  }
  for (; j < places.length; j++) one += values[places[j]];
  return one + two + three + four;
}

/** The same lists each time: there are some hundred trials to look at for one piece of advice. */
let scratch = OUTCOMES.map(() => new Float64Array(0));

/** The chances of each outcome in each world, good until it is called again, and their sums. */
function outcomesIn(
  worlds: readonly World[],
  doses: Float64Array,
): { chances: readonly Float64Array[]; totals: number[] } {
  if (scratch[0].length !== worlds.length) scratch = OUTCOMES.map(() => new Float64Array(worlds.length));
  const totals = OUTCOMES.map(() => 0);
  for (let i = 0; i < worlds.length; i++) {
    const chances = outcomeChances(worlds[i], doses[i]);
    for (let k = 0; k < chances.length; k++) totals[k] += scratch[k][i] = chances[k];
  }
  return { chances: scratch, totals };
}

/** The worlds in which a setting is reliable. */
function reliableIn({ rights }: Scored): Uint32Array {
  const found: number[] = [];
  for (let i = 0; i < rights.length; i++) if (rights[i] >= RELIABLE) found.push(i);
  return Uint32Array.from(found);
}

/** So many of them, spread evenly over their mean doses. */
export function spread(scored: readonly Scored[], count: number): Scored[] {
  if (scored.length <= count) return [...scored];
  const sorted = [...scored].sort((x, y) => x.dose - y.dose);
  return Array.from({ length: count }, (_, i) => sorted[Math.floor(((i + 0.5) * sorted.length) / count)]);
}

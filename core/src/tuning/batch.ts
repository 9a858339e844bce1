import { spread, type Scored } from './choice';
import { outcomeChances } from './posterior';
import type { Setting } from './tuner-spec';

/** So many candidates are weighed for each place of the batch, in so many worlds. */
const WEIGHED = 24;
const WORLDS = 300;
const CLASSES = 3;

/**
 * Settings that together tell the most when they are burnt at once: greedily, each next one adds the most to the mutual
 * information between the outcomes (too little, right, too much) and the world. A setting is not taken twice.
 */
export function tellingTogether(looked: readonly Scored[], count: number): Setting[] {
  const pool = spread(
    [...looked].sort((a, b) => b.right - a.right).filter(({ right }) => right > 0.02),
    WEIGHED,
  ).map((scored) => ({ scored, chances: threeWays(scored) }));
  const taken: Setting[] = [];
  /** For every way the taken ones can come out: its chance in each world. */
  let ways: Float64Array[] = [new Float64Array(Math.min(WORLDS, looked[0]?.worlds.length ?? 0)).fill(1)];
  while (taken.length < count && pool.length) {
    let best = { at: 0, value: -Infinity };
    pool.forEach(({ chances }, at) => {
      const value = information(ways, chances);
      if (value > best.value) best = { at, value };
    });
    const [{ scored, chances }] = pool.splice(best.at, 1);
    taken.push(scored.candidate.setting);
    ways = ways.flatMap((way) => chances.map((chance) => way.map((share, i) => share * chance[i])));
  }
  return taken;
}

/** Chances of too little, right and too much in each of the first worlds. */
function threeWays({ worlds, doses }: Scored): Float64Array[] {
  const size = Math.min(WORLDS, worlds.length);
  const chances = Array.from({ length: CLASSES }, () => new Float64Array(size));
  // The worlds are in order of the cloud: every so-many-th of them stands for all.
  for (let i = 0; i < size; i++) {
    const at = Math.floor((i * worlds.length) / size);
    const [farUnder, under, right, over, farOver] = outcomeChances(worlds[at], doses[at]);
    chances[0][i] = farUnder + under;
    chances[1][i] = right;
    chances[2][i] = over + farOver;
  }
  return chances;
}

/** Mutual information, in nats, that one more trial brings to those before it: H(all) − E[H(this one | world)]. */
function information(ways: readonly Float64Array[], chances: readonly Float64Array[]): number {
  const size = chances[0].length;
  let value = 0;
  for (const way of ways) {
    for (const chance of chances) {
      let sum = 0;
      for (let i = 0; i < size; i++) sum += way[i] * chance[i];
      if (sum > 0) value -= (sum / size) * Math.log(sum / size);
    }
  }
  for (const chance of chances)
    for (let i = 0; i < size; i++) if (chance[i] > 0) value += (chance[i] * Math.log(chance[i])) / size;
  return value;
}

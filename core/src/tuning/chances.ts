import { OUTCOMES } from '../recipes';
import { doseOf, outcomeChances, together, type World } from './posterior';
import { DOUBT } from './prior';
import { isClear, type Reach } from './reach';
import type { Advice, Chances } from './tuner-spec';

/**
 * The chances of the five outcomes on the average of worlds, on top of earlier passes in the same place if there were any.
 * @param at coordinates of the setting
 * @param before coordinates of the earlier passes
 * @param reach how far the dials can be turned
 * @param doubt what worlds count in which nothing can be right nearly always
 */
export function asChances(
  worlds: readonly World[],
  at: readonly number[],
  before: readonly number[][],
  reach: Reach,
  doubt = DOUBT,
): Chances {
  const sums = [0, 0, 0, 0, 0];
  let total = 0;
  for (const world of worlds) {
    const weight = isClear(world, reach) ? 1 : doubt;
    total += weight;
    const dose = doseOf(world, at);
    const five = outcomeChances(
      world,
      before.length ? together([...before.map((earlier) => doseOf(world, earlier)), dose], world.gamma) : dose,
    );
    for (let k = 0; k < sums.length; k++) sums[k] += weight * five[k];
  }
  return Object.fromEntries(OUTCOMES.map((outcome, k) => [outcome, sums[k] / total])) as Chances;
}

/** Too little, right, too much. */
export function asThree(chances: Chances): Advice['chance'] {
  return {
    under: chances['far-under'] + chances.under,
    right: chances.right,
    over: chances.over + chances['far-over'],
  };
}

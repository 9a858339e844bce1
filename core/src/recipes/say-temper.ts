import type { TemperTally } from './temper';

/**
 * What a temper stands on, as a maker says it.
 * @example ['right 4 times, 3 of them in real runs', 'wrong once, right twice since']
 */
export function sayTemper(tally: TemperTally): string[] {
  const { settledAfter, rights, runRights, wrongs, isBorrowed } = tally;
  const reasons: string[] = [];
  if (settledAfter !== null)
    reasons.push(`settled by tuning in ${settledAfter} ${settledAfter === 1 ? 'trial' : 'trials'}`);
  if (rights > 0) reasons.push(`right ${times(rights)}${whereRight(rights, runRights)}`);
  if (wrongs > 0) reasons.push(sayWrong(tally));
  if (reasons.length === 0) reasons.push(isBorrowed ? 'borrowed, not tried here yet' : 'never tried');
  return reasons;
}

/** How often it went wrong, and what came since. */
export const sayWrong = ({ wrongs, rightsSince }: TemperTally): string =>
  `wrong ${times(wrongs)}, ${rightsSince > 0 ? `right ${times(rightsSince)} since` : 'and not right since'}`;

function whereRight(rights: number, runRights: number): string {
  if (runRights === 0) return ' in trials';
  if (runRights < rights) return `, ${runRights} of them in real runs`;
  return runRights === 1 ? ', in a real run' : ', all in real runs';
}

const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);

import type { TemperTally } from '../src/recipes';

/** A tally of nothing but what is said. */
export const tally = (counted: Partial<TemperTally>): TemperTally => ({
  settledAfter: null,
  rights: 0,
  runRights: 0,
  wrongs: 0,
  rightsSince: 0,
  isBorrowed: false,
  ...counted,
});

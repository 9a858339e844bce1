import type { RatesView, RatesWish } from '@keen-anvil/contract';
import { ratesProblem, USUAL_RATES, type Rates } from '@keen-anvil/core/cost';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import type { Here } from '../here';
import { refused, stale } from '../problem';
import { findRates, keepRates } from '../queries/finish';

/** What things cost in a workshop, as said last; as usual where nobody has said. */
export async function ratesOf(
  here: Here,
  pool: Pool,
): Promise<Rates & { version: number; currency: string; workshopName: string }> {
  const { rates, currency, version, workshopName } = await findRates(pool, here.workshopId);
  return { ...USUAL_RATES, ...rates, currency, version, workshopName };
}

/** The same as it is answered. */
export async function ratesView(here: Here, pool: Pool): Promise<RatesView> {
  const { workshopName: _name, ...rates } = await ratesOf(here, pool);
  return rates;
}

/** Writes what things cost. @throws Problem for rates that no price can come of, or where somebody was first */
export async function changeRates(here: Here, pool: Pool, { version, ...rates }: RatesWish): Promise<RatesView> {
  const problem = ratesProblem(rates);
  if (problem) throw refused(problem, 'marginPercent');
  const bad = Object.values(rates.machines).find((cents) => !Number.isInteger(cents) || cents < 0);
  if (bad !== undefined) throw refused(`Whole cents an hour were expected for each machine; ${bad} came.`, 'machines');
  if (!(await inTransaction(here, pool, (db) => keepRates(db, here.workshopId, version, rates))))
    throw stale('What things cost', await ratesView(here, pool));
  return ratesView(here, pool);
}

import type { Pool } from 'pg';
import { migrate } from './db/migrate';
import { oneAtATime } from './db/one-at-a-time';
import { loadDemo } from './demo/load-demo';
import type { HeavyPool } from './heavy/pool';
import { makeMissingCards } from './services/cards';
import { fillFits } from './services/misfits';
import { fillRunTotals } from './services/fill-run-totals';

const PREPARING = 7_203_002;

/**
 * Makes the database ready: its schema, what older rows lack, the demo. Servers that start at once do it one after the other, and
 * each looks anew at what is left to do.
 */
export function prepareDatabase(pool: Pool, url: string, heavy: HeavyPool): Promise<void> {
  return oneAtATime(url, PREPARING, async () => {
    await migrate(pool);
    await fillRunTotals(pool, heavy);
    await loadDemo(pool, heavy);
    await makeMissingCards(pool);
    await fillFits(pool);
  });
}

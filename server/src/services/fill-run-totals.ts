import { byItself } from '../here';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import { listUnreckonedRuns, setRunTotals } from '../queries/runs';
import { StandIns } from '../standin/stand-ins';
import { loadShop } from './shop';

/** Works out how long the stand-in takes for runs that were started before that was written down, and are not over. */
export async function fillRunTotals(pool: Pool, heavy: HeavyPool): Promise<void> {
  const standIns = new StandIns(pool, heavy);
  for (const run of await listUnreckonedRuns(pool)) {
    const machine = (await loadShop(byItself(run.workshopId), pool)).machines.get(run.machineId);
    // From before runs were planned by anything else.
    const planned = { ...run, nudge: null, correction: null, plannedToolLife: null, plannedRevision: null };
    if (machine)
      await setRunTotals(
        pool,
        run.workshopId,
        run.id,
        await standIns.traceOf(byItself(run.workshopId), planned, machine),
      );
  }
}

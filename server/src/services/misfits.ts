import { byItself, type Here } from '../here';
import type { MachineView, Misfit } from '@keen-anvil/contract';
import { settingProblems } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import { listSetRecipes, listUnknownFits, markFitsKnown, setFits } from '../queries/fits';
import { listRecipes } from '../queries/recipes';
import { recipeSummary } from './recipe-views';
import { loadShop } from './shop';

/** Works out anew which recipes can be dialled in on a machine, as after its dials were changed. */
export async function settleFits(here: Here, db: Db, machine: MachineView): Promise<void> {
  const changed = { fit: [] as string[], misfit: [] as string[] };
  for (const { id, process, settings, fits } of await listSetRecipes(db, here.workshopId, machine.id)) {
    const fitsNow = settingProblems(machine, process, settings).length === 0;
    if (fitsNow !== fits) (fitsNow ? changed.fit : changed.misfit).push(id);
  }
  await setFits(db, here.workshopId, changed.fit, true);
  await setFits(db, here.workshopId, changed.misfit, false);
}

/** Recipes that a machine can no longer dial in, as after its range was changed. */
export async function misfitsOf(here: Here, db: Db, machine: MachineView): Promise<Misfit[]> {
  const rows = await listRecipes(db, here.workshopId, { machineId: machine.id, isMisfit: true });
  return rows.flatMap((row) => {
    const [problem] = settingProblems(machine, row.process, row.settings);
    return problem ? [{ recipe: recipeSummary(row), problem: problem.message }] : [];
  });
}

/** Works out which recipes fit their machines where that was never done, as after an older version. */
export async function fillFits(pool: Pool): Promise<void> {
  for (const { workshopId, id } of await listUnknownFits(pool)) {
    const here = byItself(workshopId);
    await inTransaction(here, pool, async (db) => {
      const machine = (await loadShop(here, db)).machines.get(id);
      if (machine) await settleFits(here, db, machine);
      await markFitsKnown(db, workshopId, id);
    });
  }
}

import type { MachineView, RecipeSummary } from '@keen-anvil/contract';
import { settingProblems } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import { inTransaction, type Db } from '../db/pool';
import { listSetRecipes, listUnknownFits, markFitsKnown, setFits } from '../queries/fits';
import { listRecipes } from '../queries/recipes';
import { recipeSummary } from './recipe-views';
import { loadShop } from './shop';

/** A recipe that its machine cannot dial in, and why. */
export interface Misfit {
  recipe: RecipeSummary;
  problem: string;
}

/** Works out anew which recipes can be dialled in on a machine, as after its dials were changed. */
export async function settleFits(db: Db, workshopId: string, machine: MachineView): Promise<void> {
  const changed = { fit: [] as string[], misfit: [] as string[] };
  for (const { id, process, settings, fits } of await listSetRecipes(db, workshopId, machine.id)) {
    const fitsNow = settingProblems(machine, process, settings).length === 0;
    if (fitsNow !== fits) (fitsNow ? changed.fit : changed.misfit).push(id);
  }
  await setFits(db, workshopId, changed.fit, true);
  await setFits(db, workshopId, changed.misfit, false);
}

/** Recipes that a machine can no longer dial in, as after its range was changed. */
export async function misfitsOf(db: Db, workshopId: string, machine: MachineView): Promise<Misfit[]> {
  const rows = await listRecipes(db, workshopId, { machineId: machine.id, isMisfit: true });
  return rows.flatMap((row) => {
    const [problem] = settingProblems(machine, row.process, row.settings);
    return problem ? [{ recipe: recipeSummary(row), problem: problem.message }] : [];
  });
}

/** Works out which recipes fit their machines where that was never done, as after an older version. */
export async function fillFits(pool: Pool): Promise<void> {
  for (const { workshopId, id } of await listUnknownFits(pool)) {
    await inTransaction(pool, async (db) => {
      const machine = (await loadShop(db, workshopId)).machines.get(id);
      if (machine) await settleFits(db, workshopId, machine);
      await markFitsKnown(db, workshopId, id);
    });
  }
}

import type { ProcessName, Settings } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';

export interface SetRecipe {
  id: string;
  process: ProcessName;
  settings: Settings;
  fits: boolean;
}

/** The present numbers of all recipes of a machine, and whether they are taken to fit it. */
export async function listSetRecipes(db: Db, workshopId: string, machineId: string): Promise<SetRecipe[]> {
  const { rows } = await db.query<SetRecipe>(
    `SELECT r.id, r.process, r.fits, (SELECT v.settings FROM recipe_revision v WHERE v.workshop_id = r.workshop_id AND v.recipe_id = r.id ORDER BY v.number DESC LIMIT 1) AS settings
     FROM recipe r WHERE r.workshop_id = $1 AND r.machine_id = $2 ORDER BY r.id FOR NO KEY UPDATE OF r`,
    [workshopId, machineId],
  );
  return rows;
}

/** Says of some recipes that they fit their machine, or that they do not. */
export async function setFits(db: Db, workshopId: string, ids: readonly string[], fits: boolean): Promise<void> {
  if (ids.length === 0) return;
  await db.query('UPDATE recipe SET fits = $3 WHERE workshop_id = $1 AND id = ANY ($2::uuid[])', [
    workshopId,
    ids,
    fits,
  ]);
}

/** Machines of which it was never worked out which recipes fit them. */
export async function listUnknownFits(db: Db): Promise<{ workshopId: string; id: string }[]> {
  const { rows } = await db.query<{ workshopId: string; id: string }>(
    'SELECT workshop_id AS "workshopId", id FROM machine WHERE NOT are_fits_known',
  );
  return rows;
}

/** Says that it is known which recipes fit a machine. */
export async function markFitsKnown(db: Db, workshopId: string, machineId: string): Promise<void> {
  await db.query('UPDATE machine SET are_fits_known = true WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    machineId,
  ]);
}

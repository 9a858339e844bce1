import type { ToneLadderView } from '@keen-anvil/contract';
import type { Db } from '../db/pool';

/** The tone ladder of a recipe; undefined where none was scored. */
export async function findTone(db: Db, workshopId: string, recipeId: string): Promise<ToneLadderView | undefined> {
  const { rows } = await db.query<ToneLadderView>(
    'SELECT quantity, patches, made_at AS "madeAt" FROM tone_ladder WHERE workshop_id = $1 AND recipe_id = $2',
    [workshopId, recipeId],
  );
  return rows[0];
}

/** Keeps a tone ladder in place of the one before. */
export async function writeTone(
  db: Db,
  workshopId: string,
  recipeId: string,
  quantity: string,
  patches: ToneLadderView['patches'],
): Promise<void> {
  await db.query(
    `INSERT INTO tone_ladder (workshop_id, recipe_id, quantity, patches) VALUES ($1, $2, $3, $4)
     ON CONFLICT (workshop_id, recipe_id) DO UPDATE SET quantity = excluded.quantity, patches = excluded.patches, made_at = now()`,
    [workshopId, recipeId, quantity, JSON.stringify(patches)],
  );
}

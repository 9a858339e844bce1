import type { ToneLadderView } from '@keen-anvil/contract';
import type { PictureWay } from '@keen-anvil/core/raster';
import type { Db } from '../db/db';

/** The tone ladder of a recipe for a way to make shades; undefined where none was scored. */
export async function findTone(
  db: Db,
  workshopId: string,
  recipeId: string,
  way: PictureWay,
): Promise<ToneLadderView | undefined> {
  const { rows } = await db.query<ToneLadderView>(
    'SELECT way, quantity, patches, made_at AS "madeAt" FROM tone_ladder WHERE workshop_id = $1 AND recipe_id = $2 AND way = $3',
    [workshopId, recipeId, way],
  );
  return rows[0];
}

/** Keeps a tone ladder in place of the one before for that way. */
export async function writeTone(
  db: Db,
  workshopId: string,
  recipeId: string,
  { way, quantity, patches }: Omit<ToneLadderView, 'madeAt'>,
): Promise<void> {
  await db.query(
    `INSERT INTO tone_ladder (workshop_id, recipe_id, way, quantity, patches) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (workshop_id, recipe_id, way) DO UPDATE SET quantity = excluded.quantity, patches = excluded.patches, made_at = now()`,
    [workshopId, recipeId, way, quantity, JSON.stringify(patches)],
  );
}

import type { ToolView } from '@keen-anvil/contract';
import type { Db } from '../db/pool';

/** All tools of the workshop, in order of name. */
export async function listTools(db: Db, workshopId: string): Promise<ToolView[]> {
  const { rows } = await db.query<ToolView>(
    'SELECT id, name, kind, wear_m AS "wearM", life_m AS "lifeM" FROM tool WHERE workshop_id = $1 ORDER BY name',
    [workshopId],
  );
  return rows;
}

/** Counts metres cut onto a tool. */
export async function addWear(db: Db, workshopId: string, toolId: string, metres: number): Promise<void> {
  await db.query('UPDATE tool SET wear_m = wear_m + $3, version = version + 1 WHERE workshop_id = $1 AND id = $2', [workshopId, toolId, metres]);
}

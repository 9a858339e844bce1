import type { ToolFields, ToolView } from '@keen-anvil/contract';
import type { Db } from '../db/db';

/** The tools of a workshop `$1` with the lives they had, in order of name; those put away come last. */
export const TOOLS_SQL = `SELECT t.id, t.version, t.name, t.kind, t.machine_id AS "machineId", t.details, t.wear, t.life, t.life_number AS "lifeNumber",
    t.life_began_at AS "lifeBeganAt", t.archived_at IS NOT NULL AS "isArchived",
    coalesce((SELECT jsonb_agg(jsonb_build_object('number', l.number, 'wear', l.wear, 'beganAt', iso(l.began_at), 'endedAt', iso(l.ended_at), 'note', l.note) ORDER BY l.number DESC)
      FROM tool_life l WHERE l.workshop_id = t.workshop_id AND l.tool_id = t.id), '[]') AS lives
  FROM tool t WHERE t.workshop_id = $1 ORDER BY t.archived_at IS NOT NULL, t.name, t.id`;

/** The tools of the workshop. */
export async function listTools(db: Db, workshopId: string): Promise<ToolView[]> {
  return (await db.query<ToolView>(TOOLS_SQL, [workshopId])).rows;
}

/** How worn a tool is, locked until the transaction ends. */
export async function lockTool(
  db: Db,
  workshopId: string,
  id: string,
): Promise<Pick<ToolView, 'kind' | 'wear' | 'lifeNumber'> | undefined> {
  const { rows } = await db.query<Pick<ToolView, 'kind' | 'wear' | 'lifeNumber'>>(
    'SELECT kind, wear, life_number AS "lifeNumber" FROM tool WHERE workshop_id = $1 AND id = $2 FOR NO KEY UPDATE',
    [workshopId, id],
  );
  return rows[0];
}

/** Counts wear onto a tool, in the unit of its kind. */
export async function addWear(db: Db, workshopId: string, toolId: string, amount: number): Promise<void> {
  await db.query('UPDATE tool SET wear = wear + $3, version = version + 1 WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    toolId,
    amount,
  ]);
}

/** Adds a tool. Returns false where there is one with this id. */
export async function insertTool(db: Db, workshopId: string, id: string, tool: ToolFields): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO tool (workshop_id, id, name, kind, machine_id, details, wear, life) VALUES ($1, $2, $3, $4, $5, $6, $7, $8) ON CONFLICT DO NOTHING',
    [workshopId, id, tool.name, tool.kind, tool.machineId ?? null, tool.details, tool.wear, tool.life ?? null],
  );
  return rowCount === 1;
}

/** Writes a tool's fields anew. */
export async function updateTool(db: Db, workshopId: string, id: string, tool: ToolFields): Promise<void> {
  await db.query(
    'UPDATE tool SET version = version + 1, name = $3, kind = $4, machine_id = $5, details = $6, wear = $7, life = $8 WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, tool.name, tool.kind, tool.machineId ?? null, tool.details, tool.wear, tool.life ?? null],
  );
}

/** Ends a tool's life and begins the next one, unworn. */
export async function startNewLife(db: Db, workshopId: string, id: string, note: string): Promise<void> {
  await db.query(
    `INSERT INTO tool_life (workshop_id, tool_id, number, wear, began_at, ended_at, note)
     SELECT workshop_id, id, life_number, wear, life_began_at, now(), $3 FROM tool WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id, note],
  );
  await db.query(
    'UPDATE tool SET version = version + 1, wear = 0, life_number = life_number + 1, life_began_at = now() WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
}

import type { Db } from '../db/db';

export type Archivable = 'machine' | 'tool' | 'material' | 'stock_piece' | 'recipe';

/** The version of a row, locked until the transaction ends; null where there is none. */
export async function lockVersion(db: Db, table: Archivable, workshopId: string, id: string): Promise<number | null> {
  const { rows } = await db.query<{ version: number }>(
    `SELECT version FROM ${table} WHERE workshop_id = $1 AND id = $2 FOR NO KEY UPDATE`,
    [workshopId, id],
  );
  return rows[0]?.version ?? null;
}

/** Puts a row away, or takes it out again; nothing that points at it is touched. */
export async function setArchived(
  db: Db,
  table: Archivable,
  workshopId: string,
  id: string,
  isArchived: boolean,
): Promise<void> {
  await db.query(
    `UPDATE ${table} SET version = version + 1, archived_at = CASE WHEN $3 THEN coalesce(archived_at, now()) END WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id, isArchived],
  );
}

import type { Db } from '../db/pool';

export interface WorkshopRow {
  id: string;
  name: string;
}

/** Every workshop on this server, in the order in which they were made. */
export async function listWorkshops(db: Db): Promise<WorkshopRow[]> {
  const { rows } = await db.query<WorkshopRow>('SELECT id, name FROM workshop ORDER BY created_at, id');
  return rows;
}

/** Adds a workshop without anything in it. Returns false where there is one with this id. */
export async function insertWorkshop(db: Db, workshop: WorkshopRow): Promise<boolean> {
  const { rowCount } = await db.query(`INSERT INTO workshop (id, name, currency) VALUES ($1, $2, 'EUR') ON CONFLICT DO NOTHING`, [workshop.id, workshop.name]);
  return rowCount === 1;
}

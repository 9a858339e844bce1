import type { Db } from '../db/db';

export interface WorkshopRow {
  id: string;
  name: string;
  isArchived: boolean;
}

/** Every workshop on this server, in the order in which they were made. */
export async function listWorkshops(db: Db): Promise<WorkshopRow[]> {
  const { rows } = await db.query<WorkshopRow>(
    'SELECT id, name, is_archived AS "isArchived" FROM workshop ORDER BY created_at, id',
  );
  return rows;
}

/** A workshop by its id. */
export async function findWorkshop(db: Db, id: string): Promise<WorkshopRow | undefined> {
  const { rows } = await db.query<WorkshopRow>(
    'SELECT id, name, is_archived AS "isArchived" FROM workshop WHERE id = $1',
    [id],
  );
  return rows[0];
}

/** Adds a workshop without anything in it. Returns false where there is one with this id. */
export async function insertWorkshop(db: Db, workshop: Pick<WorkshopRow, 'id' | 'name'>): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO workshop (id, name, currency) VALUES ($1, $2, 'EUR') ON CONFLICT DO NOTHING`,
    [workshop.id, workshop.name],
  );
  return rowCount === 1;
}

/** Puts a workshop away, or takes it out again. Returns false where there is none. */
export async function archiveWorkshop(db: Db, id: string, isArchived: boolean): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE workshop SET is_archived = $2 WHERE id = $1', [id, isArchived]);
  return rowCount === 1;
}

import type { GarmentView, SizeSetView } from '@keen-anvil/contract';
import type { Db } from '../db/db';
import { allWritten } from './all-written';

/** The garments that a workshop measured, in the order in which it did. @param isAll also those that were put away */
export async function listGarments(db: Db, workshopId: string, isAll = false): Promise<GarmentView[]> {
  const { rows } = await db.query<GarmentView>(
    `SELECT id, name, measures FROM garment WHERE workshop_id = $1 AND ($2 OR archived_at IS NULL) ORDER BY created_at, id`,
    [workshopId, isAll],
  );
  return rows;
}

/** Adds a garment. @throws Problem where another one has this id */
export async function insertGarment(db: Db, workshopId: string, { id, name, measures }: GarmentView): Promise<void> {
  const written = await db.query(
    `INSERT INTO garment (workshop_id, id, name, measures) VALUES ($1, $2, $3, $4)
     ON CONFLICT (id) DO UPDATE SET name = excluded.name
     WHERE garment.workshop_id = $1 AND garment.name = excluded.name AND garment.measures = excluded.measures`,
    [workshopId, id, name, JSON.stringify(measures)],
  );
  allWritten(written, 1, 'A garment');
}

/** Puts a garment away, or takes it out again. Returns false where there is none. */
export async function archiveGarment(db: Db, workshopId: string, id: string, isArchived: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE garment SET archived_at = CASE WHEN $3 THEN coalesce(archived_at, now()) END WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, isArchived],
  );
  return rowCount === 1;
}

/** How many of each size a job is for; null while nobody has said. */
export async function findSizeSet(db: Db, workshopId: string, jobId: string): Promise<SizeSetView | null> {
  const { rows } = await db.query<SizeSetView>(
    'SELECT place, counts FROM size_set WHERE workshop_id = $1 AND job_id = $2',
    [workshopId, jobId],
  );
  return rows[0] ?? null;
}

/** Writes how many of each size a job is for. */
export async function keepSizeSet(
  db: Db,
  workshopId: string,
  jobId: string,
  { place, counts }: SizeSetView,
): Promise<void> {
  await db.query(
    `INSERT INTO size_set (workshop_id, job_id, place, counts) VALUES ($1, $2, $3, $4)
     ON CONFLICT (job_id) DO UPDATE SET place = excluded.place, counts = excluded.counts`,
    [workshopId, jobId, place, JSON.stringify(counts)],
  );
}

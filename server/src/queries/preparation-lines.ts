import type { OwnLine } from '@keen-anvil/core/preparation';
import type { Db } from '../db/db';
import { allWritten } from './all-written';

/** The lines that a workshop ticks beside those that every step needs, in the order in which they were written. */
export async function listOwnLines(db: Db, workshopId: string): Promise<OwnLine[]> {
  const { rows } = await db.query<OwnLine>(
    `SELECT id, text, process, machine_id AS "machineId" FROM preparation_line
     WHERE workshop_id = $1 AND archived_at IS NULL ORDER BY created_at, id`,
    [workshopId],
  );
  return rows;
}

/** Adds a line. @throws Problem where another one has this id */
export async function insertOwnLine(db: Db, workshopId: string, line: OwnLine): Promise<void> {
  const written = await db.query(
    `INSERT INTO preparation_line (workshop_id, id, text, process, machine_id) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (id) DO UPDATE SET text = excluded.text
     WHERE preparation_line.workshop_id = $1 AND preparation_line.text = excluded.text
       AND preparation_line.process IS NOT DISTINCT FROM excluded.process AND preparation_line.machine_id IS NOT DISTINCT FROM excluded.machine_id`,
    [workshopId, line.id, line.text, line.process, line.machineId],
  );
  allWritten(written, 1, 'A line');
}

/** Puts a line away, or takes it out again. Returns false where there is none. */
export async function archiveOwnLine(db: Db, workshopId: string, id: string, isArchived: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE preparation_line SET archived_at = CASE WHEN $3 THEN coalesce(archived_at, now()) END WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, isArchived],
  );
  return rowCount === 1;
}

import type { Difference } from '@keen-anvil/core/jobs';
import type { Db } from '../db/pool';

/** Edits of a job that are kept to be taken back. */
const KEPT_EDITS = 200;

/** An edit as it is kept: what it changed. */
export interface EditRow {
  id: string;
  difference: Difference;
}

export interface NewEdit {
  label: string;
  difference: Difference;
  /** Edits after each other of one group are one; null for one by itself. */
  group: string | null;
}

/** The last edit of a job, if it is of this group and nothing was taken back since. */
export async function findLastOfGroup(db: Db, jobId: string, group: string): Promise<EditRow | undefined> {
  const { rows } = await db.query<EditRow & { group: string | null; isUndone: boolean }>(
    'SELECT id, difference, group_key AS "group", is_undone AS "isUndone" FROM job_edit WHERE job_id = $1 ORDER BY id DESC LIMIT 1',
    [jobId],
  );
  const [last] = rows;
  return last && last.group === group && !last.isUndone ? last : undefined;
}

/** Writes what an edit has come to. */
export async function updateEdit(db: Db, { id, difference }: EditRow): Promise<void> {
  await db.query('UPDATE job_edit SET difference = $2 WHERE id = $1', [id, JSON.stringify(difference)]);
}

/** Keeps what an edit changed, and forgets what was taken back before it and what is older than the last edits. */
export async function insertEdit(
  db: Db,
  workshopId: string,
  jobId: string,
  { label, difference, group }: NewEdit,
): Promise<void> {
  await db.query(
    `WITH gone AS (DELETE FROM job_edit WHERE job_id = $2 AND (is_undone OR id IN (SELECT id FROM job_edit WHERE job_id = $2 AND NOT is_undone ORDER BY id DESC OFFSET $6)))
     INSERT INTO job_edit (workshop_id, job_id, label, difference, group_key) VALUES ($1, $2, $3, $4, $5)`,
    [workshopId, jobId, label, JSON.stringify(difference), group, KEPT_EDITS - 1],
  );
}

export type EditTurn = 'undo' | 'redo';

/** The edit that is taken back next, or done again next; from now on it stands on the other side. */
export async function turnEdit(
  db: Db,
  workshopId: string,
  jobId: string,
  turn: EditTurn,
): Promise<EditRow | undefined> {
  const { rows } = await db.query<EditRow>(
    // A group that was left is over: what comes after it is another edit.
    `UPDATE job_edit SET is_undone = NOT is_undone, group_key = NULL WHERE id = (
       SELECT id FROM job_edit WHERE workshop_id = $1 AND job_id = $2 AND is_undone = $3 ORDER BY CASE WHEN $3 THEN id ELSE -id END LIMIT 1)
     RETURNING id, difference`,
    [workshopId, jobId, turn === 'redo'],
  );
  return rows[0];
}

/** Forgets all edits of a job. */
export async function forgetEdits(db: Db, jobId: string): Promise<void> {
  await db.query('DELETE FROM job_edit WHERE job_id = $1', [jobId]);
}

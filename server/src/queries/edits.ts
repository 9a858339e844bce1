import type { Difference } from '@keen-anvil/core/jobs';
import type { Db } from '../db/pool';

/** An edit that may be taken back on a device: one that was made on it, or of which nobody knows where. */
export const OF_DEVICE = (device: string): string => `(made_by IS NULL OR made_by = ${device}::uuid)`;

/** Edits of a job that are kept for each device to be taken back. */
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
  /** The device that it was made on; null where that is not known: anybody may take it back. */
  madeBy: string | null;
}

/** The last edit of a job, if it is of this group and device and was not taken back. */
export async function findLastOfGroup(
  db: Db,
  jobId: string,
  { group, madeBy }: Pick<NewEdit, 'group' | 'madeBy'>,
): Promise<EditRow | undefined> {
  const { rows } = await db.query<EditRow & { isGoneOn: boolean }>(
    `SELECT id, difference, group_key IS NOT DISTINCT FROM $2 AND made_by IS NOT DISTINCT FROM $3::uuid AND NOT is_undone AS "isGoneOn"
     FROM job_edit WHERE job_id = $1 ORDER BY id DESC LIMIT 1`,
    [jobId, group, madeBy],
  );
  return rows[0]?.isGoneOn ? rows[0] : undefined;
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
  { label, difference, group, madeBy }: NewEdit,
): Promise<void> {
  await db.query(
    `WITH gone AS (DELETE FROM job_edit WHERE job_id = $2 AND ((is_undone AND ${OF_DEVICE('$6')})
       OR id IN (SELECT id FROM job_edit WHERE job_id = $2 AND NOT is_undone AND made_by IS NOT DISTINCT FROM $6::uuid ORDER BY id DESC OFFSET $7)))
     INSERT INTO job_edit (workshop_id, job_id, label, difference, group_key, made_by) VALUES ($1, $2, $3, $4, $5, $6)`,
    [workshopId, jobId, label, JSON.stringify(difference), group, madeBy, KEPT_EDITS - 1],
  );
}

export type EditTurn = 'undo' | 'redo';

/** The edit that is taken back next on a device, or done again next; from now on it stands on the other side. */
export async function turnEdit(
  db: Db,
  workshopId: string,
  jobId: string,
  turn: EditTurn,
  device: string | null,
): Promise<EditRow | undefined> {
  const { rows } = await db.query<EditRow>(
    // A group that was left is over: what comes after it is another edit.
    `UPDATE job_edit SET is_undone = NOT is_undone, group_key = NULL WHERE id = (
       SELECT id FROM job_edit WHERE workshop_id = $1 AND job_id = $2 AND is_undone = $3 AND ${OF_DEVICE('$4')} ORDER BY CASE WHEN $3 THEN id ELSE -id END LIMIT 1)
     RETURNING id, difference`,
    [workshopId, jobId, turn === 'redo', device],
  );
  return rows[0];
}

/** Forgets all edits of a job. */
export async function forgetEdits(db: Db, jobId: string): Promise<void> {
  await db.query('DELETE FROM job_edit WHERE job_id = $1', [jobId]);
}

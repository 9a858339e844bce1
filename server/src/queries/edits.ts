import type { Difference } from '@keen-anvil/core/jobs';
import type { Db } from '../db/db';

/** An edit that may be taken back on a device: one that was made on it, or of which nobody knows where. */
export const OF_DEVICE = (device: string): string => `(made_by IS NULL OR made_by = ${device}::uuid)`;

/** Edits of a job that are kept for each device to be taken back. */
const KEPT_EDITS = 200;

/** An edit as it is kept: what it changed. */
export interface EditRow {
  id: string;
  label: string;
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

/**
 * The last edit of the job that is called `job` in a statement, if it is of a group and device and was not taken back; null else.
 * @param group where the statement has the group, which may be null
 */
export const LAST_OF_GROUP = (group: string, madeBy: string): string =>
  `(SELECT CASE WHEN e.group_key = ${group} AND e.made_by IS NOT DISTINCT FROM ${madeBy}::uuid AND NOT e.is_undone
      THEN jsonb_build_object('id', e.id, 'label', e.label, 'difference', e.difference) END FROM job_edit e WHERE e.job_id = job.id ORDER BY e.id DESC LIMIT 1)`;

/** What the job that is called `job` in a statement could take back, or do again, on a device. */
export const UNDO = (device: string): string =>
  `(SELECT label FROM job_edit e WHERE e.job_id = job.id AND NOT e.is_undone AND ${OF_DEVICE(device)} ORDER BY e.id DESC LIMIT 1)`;
export const REDO = (device: string): string =>
  `(SELECT label FROM job_edit e WHERE e.job_id = job.id AND e.is_undone AND ${OF_DEVICE(device)} ORDER BY e.id LIMIT 1)`;

/** Writes what an edit has come to. */
export async function updateEdit(
  db: Db,
  workshopId: string,
  { id, difference }: Pick<EditRow, 'id' | 'difference'>,
): Promise<void> {
  await db.query('UPDATE job_edit SET difference = $3 WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    id,
    JSON.stringify(difference),
  ]);
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
     RETURNING id, label, difference`,
    [workshopId, jobId, turn === 'redo', device],
  );
  return rows[0];
}

/** Forgets all edits of a job. */
export async function forgetEdits(db: Db, workshopId: string, jobId: string): Promise<void> {
  await db.query('DELETE FROM job_edit WHERE workshop_id = $1 AND job_id = $2', [workshopId, jobId]);
}

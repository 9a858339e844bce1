import type { Db } from '../db/pool';
import type { ArtworkRow } from './artworks';
import type { StepRow } from './jobs';
import type { PartRow } from './parts';

/** All that an edit of a job may change, as it was before. */
export interface JobSnapshot {
  isOrderByHand: boolean;
  steps: StepRow[];
  parts: PartRow[];
  artworks: Pick<ArtworkRow, 'id' | 'scaleX' | 'scaleY' | 'xMm' | 'yMm' | 'isSizeLocked' | 'readsReversed'>[];
}

/** Edits of a job that are kept to be undone. */
const KEPT_EDITS = 20;

/**
 * Keeps how a job was before an edit, and forgets what is older than the last edits. An edit that goes on with the one before
 * it (of the same group) is one with it.
 */
export async function insertEdit(
  db: Db,
  workshopId: string,
  jobId: string,
  label: string,
  before: JobSnapshot,
  groupKey: string | null,
): Promise<void> {
  // What was undone cannot be done again once something else was done.
  await db.query('DELETE FROM job_edit WHERE job_id = $1 AND is_undone', [jobId]);
  await db.query(
    `INSERT INTO job_edit (workshop_id, job_id, label, before, group_key) SELECT $1, $2, $3, $4, $5
     WHERE $5::text IS NULL OR $5 IS DISTINCT FROM (SELECT group_key FROM job_edit WHERE workshop_id = $1 AND job_id = $2 ORDER BY id DESC LIMIT 1)`,
    [workshopId, jobId, label, before, groupKey],
  );
  await db.query(
    'DELETE FROM job_edit WHERE job_id = $1 AND id NOT IN (SELECT id FROM job_edit WHERE job_id = $1 ORDER BY id DESC LIMIT $2)',
    [jobId, KEPT_EDITS],
  );
}

export type EditTurn = 'undo' | 'redo';

/**
 * Turns the last edit of a job round, or the one that was undone last: gives how the job was on the other side of it, and
 * keeps in its place how it is now.
 */
export async function turnEdit(
  db: Db,
  workshopId: string,
  jobId: string,
  turn: EditTurn,
  now: JobSnapshot,
): Promise<JobSnapshot | undefined> {
  const { rows } = await db.query<{ id: string; before: JobSnapshot }>(
    turn === 'undo'
      ? 'SELECT id, before FROM job_edit WHERE workshop_id = $1 AND job_id = $2 AND NOT is_undone ORDER BY id DESC LIMIT 1'
      : 'SELECT id, before FROM job_edit WHERE workshop_id = $1 AND job_id = $2 AND is_undone ORDER BY id LIMIT 1',
    [workshopId, jobId],
  );
  if (!rows[0]) return undefined;
  // A group that was left is over: what comes after it is another edit.
  await db.query('UPDATE job_edit SET before = $2, is_undone = $3, group_key = NULL WHERE id = $1', [
    rows[0].id,
    now,
    turn === 'undo',
  ]);
  return rows[0].before;
}

/** Forgets all edits of a job: they do not fit a drawing that was read anew. */
export async function forgetEdits(db: Db, jobId: string): Promise<void> {
  await db.query('DELETE FROM job_edit WHERE job_id = $1', [jobId]);
}

/** Brings back in sight just these steps of a job. */
export async function showSteps(db: Db, jobId: string, steps: readonly StepRow[]): Promise<void> {
  await db.query(
    'UPDATE job_step SET is_gone = NOT (id = ANY($2::uuid[])), version = version + 1 WHERE job_id = $1 AND is_gone = (id = ANY($2::uuid[]))',
    [jobId, steps.map((step) => step.id)],
  );
}

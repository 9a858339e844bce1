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

/** Keeps how a job was before an edit, and forgets what is older than the last edits. */
export async function insertEdit(db: Db, workshopId: string, jobId: string, label: string, before: JobSnapshot): Promise<void> {
  await db.query('INSERT INTO job_edit (workshop_id, job_id, label, before) VALUES ($1, $2, $3, $4)', [workshopId, jobId, label, before]);
  await db.query('DELETE FROM job_edit WHERE job_id = $1 AND id NOT IN (SELECT id FROM job_edit WHERE job_id = $1 ORDER BY id DESC LIMIT $2)', [jobId, KEPT_EDITS]);
}

/** What the last edit of a job was called. */
export async function lastEdit(db: Db, workshopId: string, jobId: string): Promise<string | null> {
  const { rows } = await db.query<{ label: string }>('SELECT label FROM job_edit WHERE workshop_id = $1 AND job_id = $2 ORDER BY id DESC LIMIT 1', [workshopId, jobId]);
  return rows[0]?.label ?? null;
}

/** Takes the last edit of a job out of the list and gives how the job was before it. */
export async function takeEdit(db: Db, workshopId: string, jobId: string): Promise<JobSnapshot | undefined> {
  const { rows } = await db.query<{ before: JobSnapshot }>(
    'DELETE FROM job_edit WHERE id = (SELECT id FROM job_edit WHERE workshop_id = $1 AND job_id = $2 ORDER BY id DESC LIMIT 1) RETURNING before',
    [workshopId, jobId],
  );
  return rows[0]?.before;
}

/** Forgets all edits of a job: they do not fit a drawing that was read anew. */
export async function forgetEdits(db: Db, jobId: string): Promise<void> {
  await db.query('DELETE FROM job_edit WHERE job_id = $1', [jobId]);
}

/** Brings back in sight just these steps of a job. */
export async function showSteps(db: Db, jobId: string, steps: readonly StepRow[]): Promise<void> {
  await db.query('UPDATE job_step SET is_gone = NOT (id = ANY($2::uuid[])), version = version + 1 WHERE job_id = $1 AND is_gone = (id = ANY($2::uuid[]))', [jobId, steps.map((step) => step.id)]);
}

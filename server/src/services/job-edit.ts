import type { JobDetail } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import { inTransaction, type Db } from '../db/pool';
import { notFound, Problem, refused } from '../problem';
import { listArtworks, updateArtwork, type ArtworkRow } from '../queries/artworks';
import { insertEdit, showSteps, turnEdit, type EditTurn, type JobSnapshot } from '../queries/edits';
import { countEdit, listSteps, lockJob, updateJob, updateStep, type JobRow, type StepRow } from '../queries/jobs';
import { deleteParts, insertParts, listParts, updateParts, type PartRow } from '../queries/parts';
import { findOpenSeries } from '../queries/run-series';
import { jobDetail } from './job-views';

/** A job within an edit: its rows, locked. */
export interface OpenJob {
  db: Db;
  workshopId: string;
  job: JobRow;
  steps: StepRow[];
  parts: PartRow[];
  artworks: ArtworkRow[];
}

/**
 * Changes a job in one transaction: refused while a machine works on it, and kept so that it can be undone.
 * @param groupKey edits after each other with the same one are undone together, such as twenty nudges of one part
 */
export async function editJob(
  pool: Pool,
  workshopId: string,
  jobId: string,
  label: string,
  edit: (open: OpenJob) => Promise<void>,
  groupKey: string | null = null,
): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    const open = await openJob(db, workshopId, jobId);
    await insertEdit(db, workshopId, jobId, label, snapshotOf(open), groupKey);
    await edit(open);
    await countEdit(db, jobId);
    return jobDetail(db, workshopId, jobId);
  });
}

/** Loads a job's rows for a change. @throws Problem where it is not there or on a machine */
export async function openJob(db: Db, workshopId: string, jobId: string): Promise<OpenJob> {
  const job = await lockJob(db, workshopId, jobId);
  if (!job) throw notFound('That job');
  await refuseWhileRunning(db, workshopId, jobId);
  return {
    db,
    workshopId,
    job,
    steps: await listSteps(db, workshopId, jobId),
    parts: await listParts(db, workshopId, jobId),
    artworks: await listArtworks(db, workshopId, jobId),
  };
}

const snapshotOf = ({ job, steps, parts, artworks }: OpenJob): JobSnapshot => ({
  isOrderByHand: job.isOrderByHand,
  steps,
  parts,
  artworks: artworks.map(({ id, scaleX, scaleY, xMm, yMm, isSizeLocked, readsReversed }) => ({
    id,
    scaleX,
    scaleY,
    xMm,
    yMm,
    isSizeLocked,
    readsReversed,
  })),
});

/** Takes the last edit of a job back, or does again what was undone last. */
export async function turnLastEdit(pool: Pool, workshopId: string, jobId: string, turn: EditTurn): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    const now = await openJob(db, workshopId, jobId);
    const before = await turnEdit(db, workshopId, jobId, turn, snapshotOf(now));
    if (!before) throw refused(`There is nothing to ${turn} in this job.`);
    await updateJob(db, jobId, { name: now.job.name, isOrderByHand: before.isOrderByHand });
    await showSteps(db, jobId, before.steps);
    for (const step of before.steps) await updateStep(db, step);
    const then = new Set(before.parts.map((part) => part.id));
    const present = new Set(now.parts.map((part) => part.id));
    await insertParts(
      db,
      workshopId,
      jobId,
      before.parts.filter((part) => !present.has(part.id)),
    );
    await updateParts(
      db,
      before.parts.filter((part) => present.has(part.id)),
    );
    await deleteParts(
      db,
      now.parts.filter((part) => !then.has(part.id)).map((part) => part.id),
    );
    for (const artwork of now.artworks) {
      const was = before.artworks.find((a) => a.id === artwork.id);
      if (was) await updateArtwork(db, { ...artwork, ...was });
    }
    await countEdit(db, jobId);
    return jobDetail(db, workshopId, jobId);
  });
}

/** What a machine is cutting now must not change under it. */
export async function refuseWhileRunning(db: Db, workshopId: string, jobId: string): Promise<void> {
  if (await findOpenSeries(db, workshopId, jobId))
    throw new Problem(409, 'running', 'This job is on the machine. Cancel the run before you change it.');
}

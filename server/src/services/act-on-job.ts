import type { JobAnswer } from '@keen-anvil/contract';
import {
  applyDifference,
  differenceOf,
  groupOf,
  inOne,
  isNothing,
  sayAction,
  tidied,
  turnedRound,
  type Difference,
  type JobAction,
  type JobDocument,
} from '@keen-anvil/core/jobs';
import type { Pool } from 'pg';
import { writtenJob } from '../db/operation';
import { inTransaction, type Db } from '../db/pool';
import { deviceAtHand } from '../device';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused, senselessNow } from '../problem';
import { findDocument, writeDifference, type StoredDocument } from '../queries/documents';
import { findLastOfGroup, insertEdit, turnEdit, updateEdit, type EditTurn } from '../queries/edits';
import { countEdit, lockJob, updateOrderByHand } from '../queries/jobs';
import type { ReadingText } from '../queries/readings';
import { findOpenSeries } from '../queries/run-series';
import { changedDocument } from './job-document';
import { jobAnswer } from './job-views';
import { shopFor } from './job-shop';

/** A job that others change at the same time is tried so many times. */
const MOST_TRIES = 6;

/** What comes with an action that is not in the job yet: its readings, and what has to be written for it first. */
interface Brought {
  readings: readonly ReadingText[];
  write: (db: Db) => Promise<void>;
}

/**
 * Does something to a job: worked out on its own thread, under no lock, and written in one transaction with what takes it
 * back. Where the job was changed in between it is worked out anew on what it is now.
 * @param version of the job that it was made on; on another one it is tried on what the job is now
 * @throws Problem where it cannot be done to the job as it is, or a machine works on it; with the job as it is now where that is another one
 */
export async function actOnJob(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  jobId: string,
  action: JobAction,
  { version = null, brought = null }: { version?: number | null; brought?: Brought | null } = {},
): Promise<JobAnswer> {
  for (let tries = 1; ; tries++) {
    const before = await openDocument(pool, workshopId, jobId);
    await refuseWhileRunning(pool, workshopId, jobId);
    const { document, difference } = await changedDocument(
      { db: pool, heavy, workshopId },
      before.document,
      action,
      await shopFor(pool, workshopId, before.document, action),
      brought?.readings,
    ).catch(async (error: unknown) => {
      if (version === null || version === before.version || !(error instanceof Problem)) throw error;
      // It made sense on what the maker saw.
      throw senselessNow(error, await jobAnswer(pool, workshopId, jobId));
    });
    try {
      await inTransaction(pool, async (db) => {
        await lockAsItWas(db, workshopId, before);
        await brought?.write(db);
        await writeChange(db, workshopId, jobId, difference, document);
        if (!isNothing(difference)) await keepEdit(db, workshopId, jobId, action, difference);
        return writtenJob(jobId);
      });
      return await jobAnswer(pool, workshopId, jobId);
    } catch (error) {
      if (!(error instanceof ChangedMeanwhile)) throw error;
      if (tries >= MOST_TRIES)
        throw new Problem(409, 'busy', 'This job is being changed from several places at once. Try again in a moment.');
    }
  }
}

/** Takes back the last edit that was made of a job on this device, or does again what was taken back last; what others did stays. */
export async function turnLastEdit(pool: Pool, workshopId: string, jobId: string, turn: EditTurn): Promise<JobAnswer> {
  await inTransaction(pool, async (db) => {
    if (!(await lockJob(db, workshopId, jobId))) throw notFound('That job');
    await refuseWhileRunning(db, workshopId, jobId);
    const edit = await turnEdit(db, workshopId, jobId, turn, deviceAtHand());
    if (!edit) throw refused(`There is nothing to ${turn} in this job.`);
    const { document: now } = await openDocument(db, workshopId, jobId);
    const wanted = turn === 'undo' ? turnedRound(edit.difference) : edit.difference;
    const next = tidied(applyDifference(now, wanted));
    await writeChange(db, workshopId, jobId, differenceOf(now, next), next);
    return writtenJob(jobId);
  });
  return jobAnswer(pool, workshopId, jobId);
}

/** What a machine is cutting now must not change under it. */
export async function refuseWhileRunning(db: Db, workshopId: string, jobId: string): Promise<void> {
  if (await findOpenSeries(db, workshopId, jobId))
    throw new Problem(409, 'running', 'This job is on the machine. Cancel the run before you change it.');
}

async function openDocument(db: Db, workshopId: string, jobId: string): Promise<StoredDocument> {
  const stored = await findDocument(db, workshopId, jobId);
  if (!stored) throw notFound('That job');
  return stored;
}

/** The job is not what an action was worked out on. */
class ChangedMeanwhile extends Error {}

/** Locks the job. @throws ChangedMeanwhile where it is not what it was when the action was worked out */
async function lockAsItWas(db: Db, workshopId: string, { id, version }: StoredDocument): Promise<void> {
  const job = await lockJob(db, workshopId, id);
  if (!job) throw notFound('That job');
  await refuseWhileRunning(db, workshopId, id);
  if (job.version !== version) throw new ChangedMeanwhile();
}

async function writeChange(
  db: Db,
  workshopId: string,
  jobId: string,
  difference: Difference,
  document: JobDocument,
): Promise<void> {
  await writeDifference(db, workshopId, jobId, difference, document);
  if (difference.isOrderByHand) await updateOrderByHand(db, jobId, document.isOrderByHand);
  await countEdit(db, jobId);
}

async function keepEdit(
  db: Db,
  workshopId: string,
  jobId: string,
  action: JobAction,
  difference: Difference,
): Promise<void> {
  const [group, madeBy] = [groupOf(action), deviceAtHand()];
  const last = group === null ? undefined : await findLastOfGroup(db, jobId, { group, madeBy });
  if (last) await updateEdit(db, { id: last.id, difference: inOne(last.difference, difference) });
  else await insertEdit(db, workshopId, jobId, { label: sayAction(action), difference, group, madeBy });
}

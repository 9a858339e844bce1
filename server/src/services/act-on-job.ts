import type { Here } from '../here';
import type { JobAnswer, JobEdited } from '@keen-anvil/contract';
import {
  applyDifference,
  differenceOf,
  groupOf,
  inOne,
  isNothing,
  sayAction,
  takenFromOthers,
  tidied,
  turnedRound,
  type Difference,
  type JobAction,
  type JobDocument,
} from '@keen-anvil/core/jobs';
import type { Pool } from 'pg';
import { writtenJob } from '../db/operation';
import type { Db } from '../db/db';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem, refused, senselessNow } from '../problem';
import { findDocument, writeDifference, type StoredDocument } from '../queries/documents';
import { insertEdit, turnEdit, updateEdit, type EditRow, type EditTurn, type NewEdit } from '../queries/edits';
import { countEdit, countEditOf, lockJob, updateOrderByHand } from '../queries/jobs';
import type { ReadingText } from '../queries/readings';
import { inLine } from '../in-line';
import { findOpenSeries } from '../queries/run-series';
import { changedDocument } from './job-document';
import { jobAnswer, jobEdited } from './job-views';
import { shopFor } from './job-shop';

/** A job that other servers change at the same time is tried so many times. */
const MOST_TRIES = 12;

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
export function actOnJob(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  action: JobAction,
  how: { version?: number | null; brought?: Brought | null } = {},
): Promise<JobAnswer | JobEdited> {
  return inLine(jobId, () => actInTurn(here, pool, heavy, jobId, action, how));
}

/** @see actOnJob: others that this server does to the same job wait until this one is done. */
async function actInTurn(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  action: JobAction,
  { version = null, brought = null }: { version?: number | null; brought?: Brought | null },
): Promise<JobAnswer | JobEdited> {
  const edit = { group: groupOf(action), madeBy: here.deviceId };
  for (let tries = 1; ; tries++) {
    const before = await openDocument(here, pool, jobId, edit);
    if (before.isRunning) throw running();
    const { document, difference } = await changedDocument(
      { here, jobId, db: pool, heavy },
      before.document,
      action,
      await shopFor(here, pool, before.document, action),
      brought?.readings,
    ).catch(async (error: unknown) => {
      if (version === null || version === before.version || !(error instanceof Problem)) throw error;
      // It made sense on what the maker saw.
      throw senselessNow(error, await jobAnswer(here, pool, jobId));
    });
    try {
      let updatedAt = '';
      await inTransaction(here, pool, async (db) => {
        updatedAt = await lockAsItWas(here, db, before);
        await brought?.write(db);
        await writeChange(here, db, jobId, difference, document);
        if (!isNothing(difference))
          await keepEdit(here, db, jobId, before.last, { ...edit, label: sayAction(action), difference });
        return writtenJob(jobId);
      });
      if (version !== before.version) return await jobAnswer(here, pool, jobId);
      // An edit that was made just now is the last one, and what had been taken back before it is forgotten.
      const turns = isNothing(difference) ? undefined : { undo: before.last?.label ?? sayAction(action), redo: null };
      return await jobEdited(here, pool, { before, document, difference, updatedAt }, turns);
    } catch (error) {
      if (!(error instanceof ChangedMeanwhile)) throw error;
      if (tries >= MOST_TRIES)
        throw new Problem(409, 'busy', 'This job is being changed from several places at once. Try again in a moment.');
    }
  }
}

/**
 * Takes back the last edit that was made of a job on this device, or does again what was taken back last; what others did stays.
 * @param version of the job as the maker sees it
 */
export async function turnLastEdit(
  here: Here,
  pool: Pool,
  jobId: string,
  turn: EditTurn,
  version: number | null = null,
): Promise<JobAnswer | JobEdited> {
  const turned = await inTransaction(here, pool, async (db) => {
    if (!(await lockJob(db, here.workshopId, jobId))) throw notFound('That job');
    await refuseWhileRunning(here, db, jobId);
    const edit = await turnEdit(db, here.workshopId, jobId, turn, here.deviceId);
    if (!edit) throw refused(`There is nothing to ${turn} in this job.`);
    const before = await openDocument(here, db, jobId);
    const wanted = turn === 'undo' ? turnedRound(edit.difference) : edit.difference;
    const document = tidied(applyDifference(before.document, wanted));
    const taken = takenFromOthers(before.document, document, wanted);
    if (taken) throw refused(taken);
    const difference = differenceOf(before.document, document);
    await writeChange(here, db, jobId, difference, document);
    const updatedAt = await countEdit(db, here.workshopId, jobId);
    return { before, document, difference, updatedAt, ...writtenJob(jobId) };
  });
  return turned.before.version === version ? jobEdited(here, pool, turned) : jobAnswer(here, pool, jobId);
}

/** What a machine is cutting now must not change under it. */
export async function refuseWhileRunning(here: Here, db: Db, jobId: string): Promise<void> {
  if (await findOpenSeries(db, here.workshopId, jobId)) throw running();
}

const running = (): Problem =>
  new Problem(409, 'running', 'This job is on the machine. Cancel the run before you change it.');

async function openDocument(
  here: Here,
  db: Db,
  jobId: string,
  edit?: Pick<NewEdit, 'group' | 'madeBy'>,
): Promise<StoredDocument> {
  const stored = await findDocument(db, here.workshopId, jobId, edit);
  if (!stored) throw notFound('That job');
  return stored;
}

/** The job is not what an action was worked out on. */
class ChangedMeanwhile extends Error {}

/** Locks the job and counts the edit. @returns when that was. @throws ChangedMeanwhile where it is not what the edit was worked out on */
async function lockAsItWas(here: Here, db: Db, { id, version }: StoredDocument): Promise<string> {
  const updatedAt = await countEditOf(db, here.workshopId, id, version);
  if (!updatedAt) throw new ChangedMeanwhile();
  await refuseWhileRunning(here, db, id);
  return updatedAt;
}

/** Writes what became of a job. */
async function writeChange(
  here: Here,
  db: Db,
  jobId: string,
  difference: Difference,
  document: JobDocument,
): Promise<void> {
  await writeDifference(db, here.workshopId, jobId, difference, document);
  if (difference.isOrderByHand) await updateOrderByHand(db, here.workshopId, jobId, document.isOrderByHand);
}

/** An edit that goes on with the last one is one with it. */
async function keepEdit(here: Here, db: Db, jobId: string, last: EditRow | null, edit: NewEdit): Promise<void> {
  if (last) await updateEdit(db, here.workshopId, { id: last.id, difference: inOne(last.difference, edit.difference) });
  else await insertEdit(db, here.workshopId, jobId, edit);
}

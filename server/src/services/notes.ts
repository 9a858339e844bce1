import type { Here } from '../here';
import type { JobAnswer, NewNote } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import { writtenJob } from '../db/operation';
import { inTransaction } from '../db/pool';
import { notFound, Problem } from '../problem';
import { lockJob, touchJob } from '../queries/jobs';
import { archiveNote, insertNote } from '../queries/notes';
import { jobAnswer } from './job-views';

/** Writes a note into a job. */
export async function writeNote(here: Here, pool: Pool, jobId: string, note: NewNote): Promise<JobAnswer> {
  await inTransaction(here, pool, async (db) => {
    if (!(await lockJob(db, here.workshopId, jobId))) throw notFound('That job');
    if (!(await insertNote(db, here.workshopId, jobId, note)))
      throw new Problem(409, 'exists', 'There is a note with this id already.');
    await touchJob(db, here.workshopId, jobId);
    return writtenJob(jobId);
  });
  return jobAnswer(here, pool, jobId);
}

/** Puts a note away, or takes it out again. */
export async function putNoteAway(here: Here, pool: Pool, id: string, isArchived: boolean): Promise<JobAnswer> {
  let jobId: string | undefined;
  await inTransaction(here, pool, async (db) => {
    jobId = await archiveNote(db, here.workshopId, id, isArchived);
    if (!jobId) throw notFound('That note');
    await touchJob(db, here.workshopId, jobId);
    return writtenJob(jobId);
  });
  return jobAnswer(here, pool, jobId!);
}

import type { JobDetail, NewNote } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import { writtenJob } from '../db/operation';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem } from '../problem';
import { lockJob, touchJob } from '../queries/jobs';
import { archiveNote, insertNote } from '../queries/notes';
import { jobDetail } from './job-views';

/** Writes a note into a job. */
export async function writeNote(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  jobId: string,
  note: NewNote,
): Promise<JobDetail> {
  await inTransaction(pool, async (db) => {
    if (!(await lockJob(db, workshopId, jobId))) throw notFound('That job');
    if (!(await insertNote(db, workshopId, jobId, note)))
      throw new Problem(409, 'exists', 'There is a note with this id already.');
    await touchJob(db, jobId);
    return writtenJob(jobId);
  });
  return jobDetail(pool, heavy, workshopId, jobId);
}

/** Puts a note away, or takes it out again. */
export async function putNoteAway(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  id: string,
  isArchived: boolean,
): Promise<JobDetail> {
  let jobId: string | undefined;
  await inTransaction(pool, async (db) => {
    jobId = await archiveNote(db, workshopId, id, isArchived);
    if (!jobId) throw notFound('That note');
    await touchJob(db, jobId);
    return writtenJob(jobId);
  });
  return jobDetail(pool, heavy, workshopId, jobId!);
}

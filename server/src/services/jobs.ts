import type { Here } from '../here';
import type { JobAnswer, JobChange, NewJob } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import { writtenJob } from '../db/operation';
import { inTransaction } from '../db/pool';
import { notFound, Problem, stale } from '../problem';
import { archiveJobRow, insertJob, lockJob, renameJob as writeName } from '../queries/jobs';
import { refuseWhileRunning } from './act-on-job';
import { jobAnswer } from './job-views';
import { fillFromTemplate } from './templates';

/** Writes a new job: empty, or as a template has it. */
export async function createJob(here: Here, pool: Pool, job: NewJob): Promise<JobAnswer> {
  await inTransaction(here, pool, async (db) => {
    if (!(await insertJob(db, here.workshopId, job)))
      throw new Problem(409, 'exists', 'There is a job with this id already.');
    if (job.templateId) await fillFromTemplate(here, db, job.id, job.templateId);
    return writtenJob(job.id);
  });
  return jobAnswer(here, pool, job.id);
}

/** Puts a job away, or takes it out again; not while a machine is at it. */
export async function archiveJob(here: Here, pool: Pool, id: string, isArchived: boolean): Promise<JobAnswer> {
  await inTransaction(here, pool, async (db) => {
    if (isArchived) await refuseWhileRunning(here, db, id);
    if (!(await archiveJobRow(db, here.workshopId, id, isArchived))) throw notFound('That job');
    return writtenJob(id);
  });
  return jobAnswer(here, pool, id);
}

/** Changes a job's name. */
export async function renameJob(here: Here, pool: Pool, id: string, change: JobChange): Promise<JobAnswer> {
  const isStale = await inTransaction(here, pool, async (db) => {
    const job = await lockJob(db, here.workshopId, id);
    if (!job) throw notFound('That job');
    if (job.version !== change.version) return true;
    await writeName(db, here.workshopId, id, change.name ?? job.name);
    return writtenJob(id);
  });
  const now = await jobAnswer(here, pool, id);
  if (isStale === true) throw stale('This job', now);
  return now;
}

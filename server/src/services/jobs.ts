import type { JobChange, JobDetail, NewJob } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import { refuseWhileRunning } from './job-edit';
import { notFound, Problem, stale } from '../problem';
import { archiveJobRow, insertJob, lockJob, updateJob } from '../queries/jobs';
import { jobDetail } from './job-views';
import { fillFromTemplate } from './templates';

/** Writes a new job: empty, or as a template has it. */
export async function createJob(pool: Pool, workshopId: string, job: NewJob): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    if (!(await insertJob(db, workshopId, job)))
      throw new Problem(409, 'exists', 'There is a job with this id already.');
    if (job.templateId) await fillFromTemplate(db, workshopId, job.id, job.templateId);
    return jobDetail(db, workshopId, job.id);
  });
}

/** Puts a job away, or takes it out again; not while a machine is at it. */
export async function archiveJob(pool: Pool, workshopId: string, id: string, isArchived: boolean): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    if (isArchived) await refuseWhileRunning(db, workshopId, id);
    if (!(await archiveJobRow(db, workshopId, id, isArchived))) throw notFound('That job');
    return jobDetail(db, workshopId, id);
  });
}

/** Changes a job's name. */
export async function changeJob(pool: Pool, workshopId: string, id: string, change: JobChange): Promise<JobDetail> {
  return inTransaction(pool, async (db) => {
    const job = await lockJob(db, workshopId, id);
    if (!job) throw notFound('That job');
    if (job.version !== change.version) throw stale('This job', await jobDetail(db, workshopId, id));
    await updateJob(db, id, { name: change.name ?? job.name, isOrderByHand: job.isOrderByHand });
    return jobDetail(db, workshopId, id);
  });
}

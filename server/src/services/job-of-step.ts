import type { JobDetail } from '@keen-anvil/contract';
import type { Db } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound } from '../problem';
import { findJobOfStep } from '../queries/jobs';
import { jobDetail } from './job-views';

/** The whole job that a step belongs to. */
export async function jobOfStep(db: Db, heavy: HeavyPool, workshopId: string, stepId: string): Promise<JobDetail> {
  const jobId = await findJobOfStep(db, workshopId, stepId);
  if (!jobId) throw notFound('That step');
  return jobDetail(db, heavy, workshopId, jobId);
}

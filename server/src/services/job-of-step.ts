import type { Here } from '../here';
import type { JobDetail } from '@keen-anvil/contract';
import type { Db } from '../db/db';
import type { HeavyPool } from '../heavy/pool';
import { notFound } from '../problem';
import { findJobOfStep } from '../queries/jobs';
import { jobDetail } from './job-views';

/** The whole job that a step belongs to. */
export async function jobOfStep(here: Here, db: Db, heavy: HeavyPool, stepId: string): Promise<JobDetail> {
  const jobId = await findJobOfStep(db, here.workshopId, stepId);
  if (!jobId) throw notFound('That step');
  return jobDetail(here, db, heavy, jobId);
}

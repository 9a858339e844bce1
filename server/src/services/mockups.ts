import type { Here } from '../here';
import type { MockupView, MockupWish } from '@keen-anvil/contract';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import { notFound } from '../problem';
import { findMockup, keepMockupPhoto } from '../queries/finish';
import { lockJob } from '../queries/jobs';
import { refuseMissingPhotos } from '../queries/photos';

export async function mockupOf(here: Here, pool: Pool, jobId: string): Promise<MockupView> {
  const found = await findMockup(pool, here.workshopId, jobId);
  if (!found) throw notFound('That job');
  return found;
}

/** Keeps how a job looks on its blank, as a photo that is there already. @throws Problem where there is no such photo */
export async function keepMockup(here: Here, pool: Pool, jobId: string, { photoId }: MockupWish): Promise<MockupView> {
  await inTransaction(here, pool, async (db) => {
    if (!(await lockJob(db, here.workshopId, jobId))) throw notFound('That job');
    await refuseMissingPhotos(db, here.workshopId, photoId ? [photoId] : []);
    await keepMockupPhoto(db, here.workshopId, jobId, photoId);
  });
  return { photoId };
}

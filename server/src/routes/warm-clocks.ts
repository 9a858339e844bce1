import { NewWarmClock, WarmClockEnd } from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { inTransaction } from '../db/pool';
import { notFound } from '../problem';
import { lockJob } from '../queries/jobs';
import { deleteWarmClock, insertWarmClock, listWarmClocks } from '../queries/warm-clocks';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { bodyOf } from './respond';

/** What warms up before a run, by the server's clock. */
export function warmClockRoutes({ pool }: Pick<ApiParts, 'pool'>): Router {
  const router = Router();
  router.get('/warm-clocks', async (request, response) => {
    response.json(await listWarmClocks(pool, workshopOf(request)));
  });
  router.post('/warm-clocks', async (request, response) => {
    const { name, jobId, text, minutes } = bodyOf(request, NewWarmClock);
    await inTransaction(pool, async (db) => {
      if (!(await lockJob(db, workshopOf(request), jobId))) throw notFound('That job');
      await insertWarmClock(db, workshopOf(request), { name, jobId, text, minutes });
    });
    response.status(201).json(await listWarmClocks(pool, workshopOf(request)));
  });
  router.post('/warm-clocks/end', async (request, response) => {
    const { name } = bodyOf(request, WarmClockEnd);
    await inTransaction(pool, (db) => deleteWarmClock(db, workshopOf(request), name));
    response.json(await listWarmClocks(pool, workshopOf(request)));
  });
  return router;
}

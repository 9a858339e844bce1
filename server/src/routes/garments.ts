import { NewGarment, NewSizeJobs, PutAway, SizeSetWish } from '@keen-anvil/contract/checks';
import { GARMENT_PLACES } from '@keen-anvil/core/garments';
import { Router } from 'express';
import { inTransaction } from '../db/pool';
import { notFound, refused } from '../problem';
import { archiveGarment, listGarments } from '../queries/garments';
import { countSizes, measureGarment, placementPaper, sizeSetOf } from '../services/garments';
import { makeSizeJobs } from '../services/size-jobs';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';

/** Garments that were measured, how many of each size a job is for, and where its design goes on them. */
export function garmentRoutes({ pool, heavy }: ApiParts): Router {
  const router = Router();
  router.get('/garments', async (request, response) => {
    response.json(await listGarments(pool, workshopOf(request)));
  });
  router.post('/garments', async (request, response) => {
    response.status(201).json(await measureGarment(pool, workshopOf(request), bodyOf(request, NewGarment)));
  });
  router.post('/garments/:id/archive', async (request, response) => {
    const { isArchived } = bodyOf(request, PutAway);
    const isThere = await inTransaction(pool, (db) =>
      archiveGarment(db, workshopOf(request), idOf(request), isArchived),
    );
    if (!isThere) throw notFound('That garment');
    response.json(await listGarments(pool, workshopOf(request)));
  });
  router.get(
    '/jobs/:id/size-set',
    async (request, response) => void response.json(await sizeSetOf(pool, workshopOf(request), idOf(request))),
  );
  router.post('/jobs/:id/size-set', async (request, response) => {
    response.json(await countSizes(pool, workshopOf(request), idOf(request), bodyOf(request, SizeSetWish)));
  });
  router.post('/jobs/:id/size-jobs', async (request, response) => {
    response
      .status(201)
      .json(await makeSizeJobs(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, NewSizeJobs)));
  });
  router.get('/jobs/:id/placement', async (request, response) => {
    const place = GARMENT_PLACES.find((one) => one === request.query.place);
    if (!place)
      throw refused(
        `A place among ${GARMENT_PLACES.join(', ')} was expected; “${String(request.query.place).slice(0, 60)}” came.`,
        'place',
      );
    const size = String(request.query.size ?? '');
    const made = await placementPaper(pool, heavy, workshopOf(request), idOf(request), { size, place });
    response
      .attachment(fileName([made.jobName, `size ${made.sizeName}`], 'pdf'))
      .type('application/pdf')
      .send(made.pdf);
  });
  return router;
}

import type { WorkshopView } from '@keen-anvil/contract';
import { NewWorkshop, PutAway } from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { inTransaction } from '../db/pool';
import { notFound, Problem, refused } from '../problem';
import { archiveWorkshop, insertWorkshop, listWorkshops } from '../queries/workshops';
import { DEMO_WORKSHOP_ID, WORKSHOP_COOKIE, workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { bodyOf, idOf } from './respond';

const YEAR_MS = 365 * 86_400_000;

/** Workshops: which there are, a new one, and going into one. */
export function workshopRoutes({ pool }: ApiParts): Router {
  const router = Router();
  const list = async (here: string): Promise<WorkshopView[]> =>
    (await listWorkshops(pool)).map((workshop) => ({
      ...workshop,
      isDemo: workshop.id === DEMO_WORKSHOP_ID,
      isHere: workshop.id === here,
    }));
  router.get('/workshops', async (request, response) => void response.json(await list(workshopOf(request))));
  router.post('/workshops', async (request, response) => {
    const workshop = bodyOf(request, NewWorkshop);
    await inTransaction(pool, async (db) => {
      if (!(await insertWorkshop(db, workshop)))
        throw new Problem(409, 'exists', 'There is a workshop with this id already.');
    });
    response.status(201).json(await list(workshopOf(request)));
  });
  router.post('/workshops/:id/entry', async (request, response) => {
    const id = idOf(request);
    if (!(await listWorkshops(pool)).some((workshop) => workshop.id === id)) throw notFound('That workshop');
    response.cookie(WORKSHOP_COOKIE, id, { httpOnly: true, sameSite: 'strict', maxAge: YEAR_MS });
    response.json(await list(id));
  });
  router.post('/workshops/:id/archive', async (request, response) => {
    const [id, here, { isArchived }] = [idOf(request), workshopOf(request), bodyOf(request, PutAway)];
    if (id === here && isArchived)
      throw refused('You are in this workshop. Go into another one before you put it away.', 'isArchived');
    if (!(await archiveWorkshop(pool, id, isArchived))) throw notFound('That workshop');
    response.json(await list(here));
  });
  return router;
}

import type { ClockView } from '@keen-anvil/contract';
import { NewPressing, LineTick, PressingTurn, PressingVerdict } from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { clockNow } from '../queries/pressings';
import { pressPlanOf } from '../services/press-plans';
import { Pressings } from '../services/pressings';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { bodyOf, idOf } from './respond';

/** Press plans, and the timers that they are carried out by. */
export function pressRoutes({ pool, heavy }: ApiParts): Router {
  const router = Router();
  const pressings = new Pressings(pool, heavy);
  router.get('/clock', async (_request, response) => {
    const clock: ClockView = { now: await clockNow(pool) };
    response.set('Cache-Control', 'no-store').json(clock);
  });
  router.get('/jobs/:id/press-plan', async (request, response) => {
    const isWarm = request.query.warm === 'true';
    response.json((await pressPlanOf(pool, heavy, workshopOf(request), idOf(request), isWarm)).view);
  });
  router.get(
    '/jobs/:id/pressings',
    async (request, response) => void response.json(await pressings.list(workshopOf(request), idOf(request))),
  );
  router.post('/jobs/:id/pressings', async (request, response) => {
    response.status(201).json(await pressings.begin(workshopOf(request), idOf(request), bodyOf(request, NewPressing)));
  });
  router.get(
    '/pressings',
    async (request, response) => void response.json(await pressings.list(workshopOf(request), null)),
  );
  router.post('/pressings/:id/turns', async (request, response) => {
    response.json(await pressings.turn(workshopOf(request), idOf(request), bodyOf(request, PressingTurn)));
  });
  router.post('/pressings/:id/ticks', async (request, response) => {
    response.json(await pressings.tick(workshopOf(request), idOf(request), bodyOf(request, LineTick)));
  });
  router.get('/pressings/:id/plate', async (request, response) => {
    response.set('Cache-Control', 'no-store').json(await pressings.plate(workshopOf(request), idOf(request)));
  });
  router.post('/pressings/:id/outcome', async (request, response) => {
    response.json(await pressings.judge(workshopOf(request), idOf(request), bodyOf(request, PressingVerdict)));
  });
  return router;
}

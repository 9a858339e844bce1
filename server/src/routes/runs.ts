import { NewRun, RunAgain, RunCommand, RunMarks, RunVerdict } from '@keen-anvil/contract/checks';
import { Router, type Request } from 'express';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { streamRun } from './run-stream';
import { bodyOf, idOf } from './respond';

/** The runs of a job. */
export function runRoutes({ runs, followers, watch }: ApiParts): Router {
  const router = Router();
  const again = (request: Request) => runs.again(workshopOf(request), idOf(request), bodyOf(request, RunAgain));
  router.get(
    '/jobs/:id/runs',
    async (request, response) => void response.json(await runs.seen.listForJob(workshopOf(request), idOf(request))),
  );
  router.post('/jobs/:id/runs', async (request, response) => {
    response.status(201).json(await runs.starting.start(workshopOf(request), idOf(request), bodyOf(request, NewRun)));
  });
  router.get(
    '/runs/:id',
    async (request, response) => void response.json(await runs.seen.get(workshopOf(request), idOf(request))),
  );
  router.post('/runs/:id/actions', async (request, response) => {
    response.json(await runs.command(workshopOf(request), idOf(request), bodyOf(request, RunCommand)));
  });
  router.post('/runs/:id/outcome', async (request, response) => {
    response.json(await runs.score(workshopOf(request), idOf(request), bodyOf(request, RunVerdict)));
  });
  router.post('/runs/:id/marks', async (request, response) => {
    response.json(await runs.turned.read(workshopOf(request), idOf(request), bodyOf(request, RunMarks).read));
  });
  router.post('/runs/:id/again', async (request, response) => void response.status(201).json(await again(request)));
  router.get('/runs/:id/events', (request, response) =>
    streamRun(followers, watch, workshopOf(request), idOf(request), response),
  );
  return router;
}

import { JobChange, JobTurn, NewJob, NewNote, NewTemplate, PutAway } from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { pageIn, yesOrNoIn } from '../asked-for';
import { jobAnswer, listJobSummaries } from '../services/job-views';
import { shopOf } from '../services/job-shop';
import { turnLastEdit } from '../services/act-on-job';
import { archiveJob, createJob, renameJob } from '../services/jobs';
import { putNoteAway, writeNote } from '../services/notes';
import { keepTemplate, putTemplateAway, templateDetail } from '../services/templates';
import { listTemplates } from '../queries/templates';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { bodyOf, idOf } from './respond';

const USUAL_PAGE = 50;
const LARGEST_PAGE = 200;

/** Jobs as a whole: their list, their names, what is undone in them, notes and templates. */
export function jobRoutes({ pool }: ApiParts): Router {
  const router = Router();
  router.get(
    '/jobs',
    async (request, response) =>
      void response.json(
        await listJobSummaries(pool, workshopOf(request), {
          isArchived: yesOrNoIn(request.query, 'archived'),
          ...pageIn(request.query, USUAL_PAGE, LARGEST_PAGE),
        }),
      ),
  );
  router.post('/jobs', async (request, response) => {
    response.status(201).json(await createJob(pool, workshopOf(request), bodyOf(request, NewJob)));
  });
  router.get('/jobs/:id', async (request, response) => {
    const answer = await jobAnswer(pool, workshopOf(request), idOf(request));
    // Asked for again, it is not sent again where nothing is different. What can be undone is another thing on each device.
    response.setHeader('Cache-Control', 'private, no-cache');
    response.vary('Device-Id');
    response.json(answer);
  });
  router.get(
    '/jobs/:id/shop',
    async (request, response) =>
      void response
        .setHeader('Cache-Control', 'private, no-cache')
        .json(await shopOf(pool, workshopOf(request), idOf(request))),
  );
  router.patch('/jobs/:id', async (request, response) => {
    response.json(await renameJob(pool, workshopOf(request), idOf(request), bodyOf(request, JobChange)));
  });
  for (const turn of ['undo', 'redo'] as const)
    router.post(`/jobs/:id/${turn}`, async (request, response) => {
      const { version = null } = bodyOf(request, JobTurn);
      response.json(await turnLastEdit(pool, workshopOf(request), idOf(request), turn, version));
    });
  router.post('/jobs/:id/archive', async (request, response) => {
    response.json(await archiveJob(pool, workshopOf(request), idOf(request), bodyOf(request, PutAway).isArchived));
  });
  router.post('/jobs/:id/notes', async (request, response) => {
    response.status(201).json(await writeNote(pool, workshopOf(request), idOf(request), bodyOf(request, NewNote)));
  });
  router.post('/notes/:id/archive', async (request, response) => {
    response.json(await putNoteAway(pool, workshopOf(request), idOf(request), bodyOf(request, PutAway).isArchived));
  });
  router.post(
    '/jobs/:id/templates',
    async (request, response) =>
      void response
        .status(201)
        .json(await keepTemplate(pool, workshopOf(request), idOf(request), bodyOf(request, NewTemplate))),
  );
  router.get(
    '/templates',
    async (request, response) => void response.json(await listTemplates(pool, workshopOf(request))),
  );
  router.post(
    '/templates/:id/archive',
    async (request, response) =>
      void response.json(
        await putTemplateAway(pool, workshopOf(request), idOf(request), bodyOf(request, PutAway).isArchived),
      ),
  );
  router.get(
    '/templates/:id',
    async (request, response) => void response.json(await templateDetail(pool, workshopOf(request), idOf(request))),
  );
  return router;
}

import { JobChange, NewJob, NewNote, NewTemplate, PutAway, ShapesWish } from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { pageIn, yesOrNoIn } from '../asked-for';
import { jobDetail, listJobSummaries } from '../services/job-views';
import { turnLastEdit } from '../services/act-on-job';
import { archiveJob, createJob, renameJob } from '../services/jobs';
import { putNoteAway, writeNote } from '../services/notes';
import { keepTemplate, putTemplateAway, templateDetail } from '../services/templates';
import { listTemplates } from '../queries/templates';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { asAsked, shapeLines } from './job-answer';
import { bodyOf, idOf } from './respond';
import { NDJSON } from './streamed';

const USUAL_PAGE = 50;
const LARGEST_PAGE = 200;

/** Jobs as a whole: their list, their names, what is undone in them, notes and templates. */
export function jobRoutes({ pool, heavy }: ApiParts): Router {
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
  router.post(
    '/jobs',
    async (request, response) =>
      void response
        .status(201)
        .json(asAsked(request, await createJob(pool, heavy, workshopOf(request), bodyOf(request, NewJob)))),
  );
  router.get(
    '/jobs/:id',
    async (request, response) =>
      void response.json(asAsked(request, await jobDetail(pool, heavy, workshopOf(request), idOf(request)))),
  );
  router.post('/jobs/:id/shapes', async (request, response) => {
    const { shapes } = bodyOf(request, ShapesWish);
    response
      .type(NDJSON)
      .send(shapeLines(await jobDetail(pool, heavy, workshopOf(request), idOf(request)), new Set(shapes)));
  });
  router.patch(
    '/jobs/:id',
    async (request, response) =>
      void response.json(
        asAsked(request, await renameJob(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, JobChange))),
      ),
  );
  router.post(
    '/jobs/:id/undo',
    async (request, response) =>
      void response.json(asAsked(request, await turnLastEdit(pool, heavy, workshopOf(request), idOf(request), 'undo'))),
  );
  router.post(
    '/jobs/:id/redo',
    async (request, response) =>
      void response.json(asAsked(request, await turnLastEdit(pool, heavy, workshopOf(request), idOf(request), 'redo'))),
  );
  router.post(
    '/jobs/:id/archive',
    async (request, response) =>
      void response.json(
        asAsked(
          request,
          await archiveJob(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, PutAway).isArchived),
        ),
      ),
  );
  router.post(
    '/jobs/:id/notes',
    async (request, response) =>
      void response
        .status(201)
        .json(
          asAsked(request, await writeNote(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, NewNote))),
        ),
  );
  router.post(
    '/notes/:id/archive',
    async (request, response) =>
      void response.json(
        asAsked(
          request,
          await putNoteAway(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, PutAway).isArchived),
        ),
      ),
  );
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

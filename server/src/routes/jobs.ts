import {
  ArtworkChange,
  JobChange,
  NewJob,
  NewNote,
  NewRun,
  NewTemplate,
  NewText,
  Nudge,
  PartAction,
  PutAway,
  ReadAgain,
  RunAgain,
  RunCommand,
  RunVerdict,
  ShapesWish,
  StepChange,
  StepMerge,
  StepsChange,
  TextPreview,
} from '@keen-anvil/contract/checks';
import express, { Router } from 'express';
import { pageIn, yesOrNoIn } from '../asked-for';
import { notFound, refused } from '../problem';
import { jobDetail, listJobSummaries } from '../services/job-views';
import {
  addText,
  bringIn,
  changeArtwork,
  originalFile,
  previewText,
  readAgain,
  shownPicture,
} from '../services/artworks';
import { keepFont } from '../services/fonts';
import { turnLastEdit } from '../services/job-edit';
import { archiveJob, changeJob, createJob } from '../services/jobs';
import { putNoteAway, writeNote } from '../services/notes';
import { actOnParts } from '../services/parts';
import { changeStep, changeSteps, mergeSteps, nudge } from '../services/steps';
import { keepTemplate, putTemplateAway, templateDetail } from '../services/templates';
import { listFonts } from '../queries/fonts';
import { listTemplates } from '../queries/templates';
import { makeSheetFile, makeStepFile, stepsInOneFile } from '../services/machine-files';
import { jobOfStep } from '../services/job-of-step';
import { loadShop, materialsOf } from '../services/shop';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { streamRun } from './run-stream';
import { asAsked, shapeLines } from './job-answer';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';
import { NDJSON, streamed } from './streamed';
import { uploadLine } from './upload-line';

/** The largest drawing that is taken. */
const LARGEST_FILE = 40_000_000;
const LARGEST_FONT = 10_000_000;
const USUAL_PAGE = 50;
const LARGEST_PAGE = 200;

/** Jobs, their steps and their runs. */
export function jobRoutes({ pool, heavy, runs, watch }: ApiParts): Router {
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
        .json(asAsked(request, await createJob(pool, workshopOf(request), bodyOf(request, NewJob)))),
  );
  router.get(
    '/jobs/:id',
    async (request, response) =>
      void response.json(asAsked(request, await jobDetail(pool, workshopOf(request), idOf(request)))),
  );
  router.post('/jobs/:id/shapes', async (request, response) => {
    const { shapes } = bodyOf(request, ShapesWish);
    response.type(NDJSON).send(shapeLines(await jobDetail(pool, workshopOf(request), idOf(request)), new Set(shapes)));
  });
  router.patch(
    '/jobs/:id',
    async (request, response) =>
      void response.json(
        asAsked(request, await changeJob(pool, workshopOf(request), idOf(request), bodyOf(request, JobChange))),
      ),
  );
  router.put(
    '/jobs/:id/artworks/:artworkId',
    uploadLine,
    express.raw({ type: () => true, limit: LARGEST_FILE }),
    async (request, response) => {
      const fileName = typeof request.query.fileName === 'string' ? request.query.fileName.slice(0, 200) : '';
      if (!fileName) throw refused('The name of the file is missing.', 'fileName');
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      const file = { id: idOf(request, 'artworkId'), fileName, bytes };
      await streamed(request, response, 201, async (listening) =>
        asAsked(request, await bringIn(pool, heavy, workshopOf(request), idOf(request), file, listening)),
      );
    },
  );
  router.patch(
    '/artworks/:id',
    async (request, response) =>
      void response.json(
        asAsked(request, await changeArtwork(pool, workshopOf(request), idOf(request), bodyOf(request, ArtworkChange))),
      ),
  );
  router.post('/artworks/:id/reading', async (request, response) => {
    const wish = bodyOf(request, ReadAgain);
    await streamed(request, response, 200, async (listening) =>
      asAsked(request, await readAgain(pool, heavy, workshopOf(request), idOf(request), wish, listening)),
    );
  });
  router.get(
    '/artworks/:id/picture',
    async (request, response) =>
      void response.type('image/jpeg').send(await shownPicture(pool, workshopOf(request), idOf(request))),
  );
  router.post(
    '/jobs/:id/texts',
    async (request, response) =>
      void response
        .status(201)
        .json(
          asAsked(request, await addText(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, NewText))),
        ),
  );
  router.post(
    '/text-preview',
    async (request, response) =>
      void response.json(await previewText(pool, heavy, workshopOf(request), bodyOf(request, TextPreview))),
  );
  router.get('/fonts', async (request, response) => void response.json(await listFonts(pool, workshopOf(request))));
  router.put(
    '/fonts/:id',
    uploadLine,
    express.raw({ type: () => true, limit: LARGEST_FONT }),
    async (request, response) => {
      const fileName = typeof request.query.fileName === 'string' ? request.query.fileName.slice(0, 120) : '';
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      response
        .status(201)
        .json(await keepFont(pool, heavy, workshopOf(request), { id: idOf(request), fileName, bytes }));
    },
  );
  router.post(
    '/jobs/:id/parts',
    async (request, response) =>
      void response.json(
        asAsked(request, await actOnParts(pool, workshopOf(request), idOf(request), bodyOf(request, PartAction))),
      ),
  );
  router.post(
    '/jobs/:id/steps',
    async (request, response) =>
      void response.json(
        asAsked(request, await changeSteps(pool, workshopOf(request), idOf(request), bodyOf(request, StepsChange))),
      ),
  );
  router.post(
    '/jobs/:id/undo',
    async (request, response) =>
      void response.json(asAsked(request, await turnLastEdit(pool, workshopOf(request), idOf(request), 'undo'))),
  );
  router.post(
    '/jobs/:id/redo',
    async (request, response) =>
      void response.json(asAsked(request, await turnLastEdit(pool, workshopOf(request), idOf(request), 'redo'))),
  );
  router.post(
    '/jobs/:id/archive',
    async (request, response) =>
      void response.json(
        asAsked(
          request,
          await archiveJob(pool, workshopOf(request), idOf(request), bodyOf(request, PutAway).isArchived),
        ),
      ),
  );
  router.post(
    '/jobs/:id/notes',
    async (request, response) =>
      void response
        .status(201)
        .json(asAsked(request, await writeNote(pool, workshopOf(request), idOf(request), bodyOf(request, NewNote)))),
  );
  router.post(
    '/notes/:id/archive',
    async (request, response) =>
      void response.json(
        asAsked(
          request,
          await putNoteAway(pool, workshopOf(request), idOf(request), bodyOf(request, PutAway).isArchived),
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
  router.post(
    '/steps/:id/merge',
    async (request, response) =>
      void response.json(
        asAsked(request, await mergeSteps(pool, workshopOf(request), idOf(request), bodyOf(request, StepMerge))),
      ),
  );
  router.get('/artworks/:id/file', async (request, response) => {
    const file = await originalFile(pool, workshopOf(request), idOf(request));
    // Never shown as a page of ours: only handed out.
    response.attachment(file.fileName).type('application/octet-stream').send(file.bytes);
  });

  router.patch(
    '/steps/:id',
    async (request, response) =>
      void response.json(
        asAsked(request, await changeStep(pool, workshopOf(request), idOf(request), bodyOf(request, StepChange))),
      ),
  );
  router.post(
    '/steps/:id/placements',
    async (request, response) =>
      void response.json(
        asAsked(request, await nudge(pool, workshopOf(request), idOf(request), bodyOf(request, Nudge))),
      ),
  );
  router.get('/steps/:id/machine-file', async (request, response) => {
    const workshopId = workshopOf(request);
    const job = await jobOfStep(pool, workshopId, idOf(request));
    const step = job.steps.find((s) => s.id === request.params.id);
    if (!step) throw notFound('That step');
    const shop = await loadShop(pool, workshopId, materialsOf(job.steps));
    const together = request.query.sheet === undefined ? [step] : stepsInOneFile(step, job.steps, shop);
    if (together.length > 1) {
      const numbers = together.map(({ position }) => position + 1).join(' and ');
      response
        .attachment(fileName([job.name, `steps ${numbers}`], 'gcode'))
        .type('application/octet-stream')
        .send(await makeSheetFile(heavy, together, shop));
      return;
    }
    const { format, text } = await makeStepFile(heavy, step, shop);
    if (!format) throw refused('A press takes no file: its numbers are on the dial card.');
    response
      .attachment(fileName([job.name, `step ${step.position + 1}`], format))
      .type('application/octet-stream')
      .send(text);
  });

  router.get(
    '/jobs/:id/runs',
    async (request, response) => void response.json(await runs.listForJob(workshopOf(request), idOf(request))),
  );
  router.post('/jobs/:id/runs', async (request, response) => {
    response.status(201).json(await runs.startJob(workshopOf(request), idOf(request), bodyOf(request, NewRun)));
  });
  router.get(
    '/runs/:id',
    async (request, response) => void response.json(await runs.get(workshopOf(request), idOf(request))),
  );
  router.post('/runs/:id/actions', async (request, response) => {
    response.json(await runs.command(workshopOf(request), idOf(request), bodyOf(request, RunCommand).action));
  });
  router.post('/runs/:id/outcome', async (request, response) => {
    response.json(await runs.score(workshopOf(request), idOf(request), bodyOf(request, RunVerdict).outcome));
  });
  router.post(
    '/runs/:id/again',
    async (request, response) =>
      void response
        .status(201)
        .json(await runs.again(workshopOf(request), idOf(request), bodyOf(request, RunAgain).id)),
  );
  router.get('/runs/:id/events', (request, response) =>
    streamRun(runs, watch, workshopOf(request), idOf(request), response),
  );
  return router;
}

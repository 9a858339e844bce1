import { JobChange, NewJob, NewRun, Nudge, RunCommand, RunVerdict, StepChange } from '@keen-anvil/contract';
import express, { Router } from 'express';
import { notFound, refused } from '../problem';
import { jobDetail, listJobSummaries } from '../services/job-views';
import { bringIn, changeJob, changeStep, createJob, nudge, originalFile } from '../services/jobs';
import { makeStepFile } from '../services/machine-files';
import { jobOfStep } from '../services/job-of-step';
import { loadShop } from '../services/shop';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { streamRun } from './run-stream';
import { bodyOf, idOf } from './respond';

/** The largest drawing that is taken. */
const LARGEST_FILE = 20_000_000;

/** Jobs, their steps and their runs. */
export function jobRoutes({ pool, heavy, runs }: ApiParts): Router {
  const router = Router();
  router.get('/jobs', async (request, response) => void response.json(await listJobSummaries(pool, workshopOf(request))));
  router.post('/jobs', async (request, response) => void response.status(201).json(await createJob(pool, workshopOf(request), bodyOf(request, NewJob))));
  router.get('/jobs/:id', async (request, response) => void response.json(await jobDetail(pool, workshopOf(request), idOf(request))));
  router.patch('/jobs/:id', async (request, response) => void response.json(await changeJob(pool, workshopOf(request), idOf(request), bodyOf(request, JobChange))));
  router.put('/jobs/:id/artworks/:artworkId', express.raw({ type: () => true, limit: LARGEST_FILE }), async (request, response) => {
    const fileName = typeof request.query.fileName === 'string' ? request.query.fileName.slice(0, 200) : '';
    if (!fileName) throw refused('The name of the file is missing.', 'fileName');
    const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    const file = { id: idOf(request, 'artworkId'), fileName, bytes };
    response.status(201).json(await bringIn(pool, heavy, workshopOf(request), idOf(request), file));
  });
  router.get('/artworks/:id/file', async (request, response) => {
    const file = await originalFile(pool, workshopOf(request), idOf(request));
    // Never shown as a page of ours: only handed out.
    response.attachment(file.fileName).type('application/octet-stream').send(file.bytes);
  });

  router.patch('/steps/:id', async (request, response) => void response.json(await changeStep(pool, workshopOf(request), idOf(request), bodyOf(request, StepChange))));
  router.post('/steps/:id/placements', async (request, response) => void response.json(await nudge(pool, workshopOf(request), idOf(request), bodyOf(request, Nudge))));
  router.get('/steps/:id/machine-file', async (request, response) => {
    const workshopId = workshopOf(request);
    const job = await jobOfStep(pool, workshopId, idOf(request));
    const step = job.steps.find((s) => s.id === request.params.id);
    if (!step) throw notFound('That step');
    const { hpgl } = await makeStepFile(heavy, job, step, await loadShop(pool, workshopId));
    response.attachment(`${job.name} - step ${step.position + 1}.hpgl`).type('application/octet-stream').send(hpgl);
  });

  router.get('/jobs/:id/runs', async (request, response) => void response.json(await runs.listForJob(workshopOf(request), idOf(request))));
  router.post('/jobs/:id/runs', async (request, response) => {
    response.status(201).json(await runs.startJob(workshopOf(request), idOf(request), bodyOf(request, NewRun)));
  });
  router.get('/runs/:id', async (request, response) => void response.json(await runs.get(workshopOf(request), idOf(request))));
  router.post('/runs/:id/actions', async (request, response) => {
    response.json(await runs.command(workshopOf(request), idOf(request), bodyOf(request, RunCommand).action));
  });
  router.post('/runs/:id/outcome', async (request, response) => {
    response.json(await runs.score(workshopOf(request), idOf(request), bodyOf(request, RunVerdict).outcome));
  });
  router.get('/runs/:id/events', async (request, response) => streamRun(runs, await runs.get(workshopOf(request), idOf(request)), response));
  return router;
}

import { JobActionWish } from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { notFound, refused } from '../problem';
import { actOnJob } from '../services/act-on-job';
import { makeSheetFile, makeStepFile, stepsInOneFile } from '../services/machine-files';
import { jobOfStep } from '../services/job-of-step';
import { loadShop, materialsOf } from '../services/shop';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';

/** What is done to a job, and the machine files of its steps. */
export function partRoutes({ pool, heavy }: ApiParts): Router {
  const router = Router();
  router.post('/jobs/:id/actions', async (request, response) => {
    const { version, action } = bodyOf(request, JobActionWish);
    response.json(await actOnJob(pool, heavy, workshopOf(request), idOf(request), action, { version }));
  });
  router.get('/steps/:id/machine-file', async (request, response) => {
    const workshopId = workshopOf(request);
    const job = await jobOfStep(pool, heavy, workshopId, idOf(request));
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

  return router;
}

import { Nudge, PartAction, StepChange, StepMerge, StepsChange } from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { notFound, refused } from '../problem';
import { actOnParts, changeStep, changeSteps, mergeSteps, nudge } from '../services/job-wishes';
import { makeSheetFile, makeStepFile, stepsInOneFile } from '../services/machine-files';
import { jobOfStep } from '../services/job-of-step';
import { loadShop, materialsOf } from '../services/shop';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { asAsked } from './job-answer';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';

/** The parts of a job, its steps, and their machine files. */
export function partRoutes({ pool, heavy }: ApiParts): Router {
  const router = Router();
  router.post(
    '/jobs/:id/parts',
    async (request, response) =>
      void response.json(
        asAsked(
          request,
          await actOnParts(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, PartAction)),
        ),
      ),
  );
  router.post(
    '/jobs/:id/steps',
    async (request, response) =>
      void response.json(
        asAsked(
          request,
          await changeSteps(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, StepsChange)),
        ),
      ),
  );
  router.post(
    '/steps/:id/merge',
    async (request, response) =>
      void response.json(
        asAsked(request, await mergeSteps(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, StepMerge))),
      ),
  );
  router.patch(
    '/steps/:id',
    async (request, response) =>
      void response.json(
        asAsked(
          request,
          await changeStep(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, StepChange)),
        ),
      ),
  );
  router.post(
    '/steps/:id/placements',
    async (request, response) =>
      void response.json(
        asAsked(request, await nudge(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, Nudge))),
      ),
  );
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

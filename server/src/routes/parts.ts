import type { StepView } from '@keen-anvil/contract';
import { worksOf, type StepWork } from '@keen-anvil/contract/work';
import { JobActionWish } from '@keen-anvil/contract/checks';
import { Router } from 'express';
import { notFound, refused } from '../problem';
import { actOnJob } from '../services/act-on-job';
import { withPictures } from '../services/engraved-pictures';
import { inOneFile, makeGuideFile, makeSheetFile, makeStepFile, pieceOf } from '../services/machine-files';
import { jobOfStep } from '../services/job-of-step';
import { sheetDrawing } from '@keen-anvil/core/output';
import { DRAWING_FORMATS } from '../print/sheet-files';
import { jobDetail } from '../services/job-views';
import { printOfSheet } from '../services/print-sheets';
import { loadShop, materialsOf, type Shop } from '../services/shop';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';

const materialOf = ({ materialId }: StepView, shop: Shop): string =>
  (materialId && shop.materials.get(materialId)?.name) || '';

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
    const work = workAsked(step, request.query.sheet);
    const { sheet } = work;
    const ofSheet = sheet && sheet.of > 1 ? [`sheet ${sheet.turn}`] : [];
    const loaded = await loadShop(pool, workshopId, materialsOf(job.steps));
    const shop = await withPictures(pool, workshopId, loaded, job.steps.flatMap(worksOf));
    const together = request.query.together === 'true' ? inOneFile(work, job.steps, shop) : [work];
    if (together.length > 1) {
      const numbers = together.map(({ position }) => position + 1).join(' and ');
      response
        .attachment(fileName([job.name, `steps ${numbers}`, ...ofSheet], 'gcode'))
        .type('application/octet-stream')
        .send(await makeSheetFile(heavy, together, shop));
      return;
    }
    const { format, text } = await makeStepFile(heavy, work, shop);
    if (!format) throw refused('A press takes no file: its numbers are on the dial card.');
    response
      .attachment(fileName([job.name, `step ${step.position + 1}`, ...ofSheet, materialOf(step, shop)], format))
      .type('application/octet-stream')
      .send(text);
  });

  router.get('/steps/:id/drawing', async (request, response) => {
    const workshopId = workshopOf(request);
    const format = DRAWING_FORMATS.find((one) => one === request.query.format);
    if (!format) throw refused(`The format was expected to be one of ${DRAWING_FORMATS.join(', ')}.`, 'format');
    const job = await jobOfStep(pool, heavy, workshopId, idOf(request));
    const step = job.steps.find((s) => s.id === request.params.id);
    if (!step) throw notFound('That step');
    const work = workAsked(step, request.query.sheet);
    const shop = await loadShop(pool, workshopId, materialsOf(job.steps));
    const piece = pieceOf(work, shop);
    if (!piece) throw refused(`Step ${step.position + 1} lies on no sheet yet.`, 'stockPieceId');
    const name = [job.name, `step ${step.position + 1}`, materialOf(step, shop)];
    const sheet = { widthMm: piece.widthMm, lengthMm: piece.lengthMm, isRoll: piece.kind === 'roll' };
    const drawing = sheetDrawing(name.filter(Boolean).join(', '), sheet, [{ process: work.process, parts: work.laid }]);
    response
      .attachment(fileName(name, format))
      .type('application/octet-stream')
      .send(await heavy.paper('sheetFile', drawing, format));
  });

  router.get('/steps/:id/guide-file', async (request, response) => {
    const workshopId = workshopOf(request);
    const job = await jobOfStep(pool, heavy, workshopId, idOf(request));
    const step = job.steps.find((s) => s.id === request.params.id);
    if (!step) throw notFound('That step');
    const shop = await loadShop(pool, workshopId, materialsOf(job.steps));
    const text = await makeGuideFile(heavy, job, workAsked(step, request.query.sheet), shop);
    response
      .attachment(fileName([job.name, `step ${step.position + 1}`, 'guides'], 'hpgl'))
      .type('application/octet-stream')
      .send(text);
  });

  router.get('/jobs/:id/sheets/:sheet/print', async (request, response) => {
    const workshopId = workshopOf(request);
    const job = await jobDetail(pool, heavy, workshopId, idOf(request));
    const shop = await loadShop(pool, workshopId, materialsOf(job.steps));
    const stretch = { x: stretchAsked(request.query.stretchX), y: stretchAsked(request.query.stretchY) };
    const bytes = await printOfSheet(pool, heavy, workshopId, job, String(request.params.sheet), shop, stretch);
    response
      .attachment(fileName([job.name, 'to print'], 'pdf'))
      .type('application/pdf')
      .send(bytes);
  });

  router.get('/marker-page', async (_request, response) => {
    response
      .attachment('marker page.pdf')
      .type('application/pdf')
      .send(await heavy.paper('markerPage'));
  });

  return router;
}

/** How many times longer a printer makes things; 1 where nothing is said. */
function stretchAsked(asked: unknown): number {
  if (asked === undefined) return 1;
  const stretch = Number(asked);
  if (!(stretch >= 0.9 && stretch <= 1.1))
    throw refused(
      'A printer that is off by more than a tenth was set to another size: print the page at 100 %.',
      'stretch',
    );
  return stretch;
}

/** What a step does on the sheet that is asked for. @throws Problem where it has several and none is named, or has not that one */
function workAsked(step: StepView, sheetId: unknown): StepWork {
  const works = worksOf(step);
  if (sheetId === undefined && works.length === 1) return works[0];
  const work = works.find(({ sheet }) => sheet !== null && sheet.id === sheetId);
  if (work) return work;
  throw sheetId === undefined
    ? refused(`This step is done on ${works.length} sheets, each with a file of its own: say which.`, 'sheet')
    : notFound('That sheet');
}

import { LineTick, NewPreparationLine, PutAway, RunNudge, RunReport } from '@keen-anvil/contract/checks';
import { machineKindOf } from '@keen-anvil/core/machines';
import { Router } from 'express';
import { notFound, refused } from '../problem';
import { listMachines } from '../queries/machines';
import { archiveOwnLine, insertOwnLine, listOwnLines } from '../queries/preparation-lines';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';

/** What is done at the machine: got ready, moved, told of by its cable, and the lines that a workshop ticks beside. */
export function ledRunRoutes({ pool, runs }: ApiParts): Router {
  const router = Router();
  router.post('/runs/:id/preparation', async (request, response) => {
    response.json(await runs.led.tick(workshopOf(request), idOf(request), bodyOf(request, LineTick)));
  });
  router.post('/runs/:id/nudge', async (request, response) => {
    response.json(await runs.led.nudge(workshopOf(request), idOf(request), bodyOf(request, RunNudge)));
  });
  router.post('/runs/:id/cable', async (request, response) => {
    response.json(await runs.led.report(workshopOf(request), idOf(request), bodyOf(request, RunReport)));
  });
  router.get('/runs/:id/machine-file', async (request, response) => {
    const { run, text } = await runs.led.file(workshopOf(request), idOf(request));
    const machine = (await listMachines(pool, workshopOf(request))).find(({ id }) => id === run.machineId);
    if (!machine || machineKindOf(machine.kind).does === 'heat')
      throw refused(`${run.machineName} takes no file: its numbers are dialled in.`);
    const isPlot = machineKindOf(machine.kind).does === 'tool';
    const words = [run.jobName, `step ${run.stepNumber}`, `sheet ${run.sheetTurn}`, run.materialName];
    response
      .attachment(fileName(words, isPlot ? 'hpgl' : 'gcode'))
      .type('application/octet-stream')
      .send(text);
  });
  router.get(
    '/preparation-lines',
    async (request, response) => void response.json(await listOwnLines(pool, workshopOf(request))),
  );
  router.post('/preparation-lines', async (request, response) => {
    const { id, text, process, machineId } = bodyOf(request, NewPreparationLine);
    await insertOwnLine(pool, workshopOf(request), { id, text, process, machineId });
    response.status(201).json(await listOwnLines(pool, workshopOf(request)));
  });
  router.post('/preparation-lines/:id/archive', async (request, response) => {
    const { isArchived } = bodyOf(request, PutAway);
    if (!(await archiveOwnLine(pool, workshopOf(request), idOf(request), isArchived))) throw notFound('That line');
    response.json(await listOwnLines(pool, workshopOf(request)));
  });
  return router;
}

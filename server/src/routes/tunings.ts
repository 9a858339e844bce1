import {
  NewToneLadder,
  NewTrialSheet,
  NewTuning,
  TrialRun,
  TrialVerdict,
  TuningEnd,
} from '@keen-anvil/contract/checks';
import { Router, type Request } from 'express';
import { PICTURE_WAYS, type PictureWay } from '@keen-anvil/core/raster';
import { keepTone, toneFile, toneOf, toneOnStandIn } from '../services/tones';
import { refused } from '../problem';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';

const EXTENSION = { hpgl: 'hpgl', gcode: 'gcode' } as const;

const word = (request: Request, name: string): string | null =>
  typeof request.query[name] === 'string' ? request.query[name] : null;

/** Tunings, trial sheets and trials. */
export function tuningRoutes({ tunings, pool }: ApiParts): Router {
  const router = Router();
  router.get(
    '/tunings',
    async (request, response) => void response.json(await tunings.list(workshopOf(request), null)),
  );
  router.get(
    '/recipes/:id/tunings',
    async (request, response) => void response.json(await tunings.list(workshopOf(request), idOf(request))),
  );
  router.post(
    '/recipes/:id/tunings',
    async (request, response) =>
      void response
        .status(201)
        .json(await tunings.begin(workshopOf(request), idOf(request), bodyOf(request, NewTuning))),
  );
  router.get(
    '/recipes/:id/window',
    async (request, response) =>
      void response.json(
        await tunings.advice.window(workshopOf(request), idOf(request), word(request, 'x'), word(request, 'y')),
      ),
  );
  router.get(
    '/tunings/:id',
    async (request, response) => void response.json(await tunings.get(workshopOf(request), idOf(request))),
  );
  router.get(
    '/tunings/:id/advice',
    async (request, response) => void response.json(await tunings.advice.next(workshopOf(request), idOf(request))),
  );
  router.post(
    '/tunings/:id/sheets',
    async (request, response) =>
      void response
        .status(201)
        .json(await tunings.sheets.layOut(workshopOf(request), idOf(request), bodyOf(request, NewTrialSheet))),
  );
  router.post(
    '/tunings/:id/end',
    async (request, response) =>
      void response.json(await tunings.end(workshopOf(request), idOf(request), bodyOf(request, TuningEnd))),
  );
  router.get('/trial-sheets/:id/machine-file', async (request, response) => {
    const { number, format, machineFile, materialName } = await tunings.sheets.machineFile(
      workshopOf(request),
      idOf(request),
    );
    response
      .attachment(fileName([materialName, `trial sheet ${number}`], EXTENSION[format!]))
      .type('application/octet-stream')
      .send(machineFile);
  });
  router.post(
    '/trial-sheets/:id/run',
    async (request, response) =>
      void response.json(await tunings.sheets.carryOut(workshopOf(request), idOf(request), bodyOf(request, TrialRun))),
  );
  router.post(
    '/trial-sheets/:id/drop',
    async (request, response) => void response.json(await tunings.sheets.drop(workshopOf(request), idOf(request))),
  );
  router.post(
    '/trials/:id/outcome',
    async (request, response) =>
      void response.json(
        await tunings.trials.score(workshopOf(request), idOf(request), bodyOf(request, TrialVerdict).outcome),
      ),
  );
  const ladderOf = (request: Request) => ({
    way: wayOf(request),
    quantity: word(request, 'quantity') ?? '',
    values: (word(request, 'values') ?? '').split(',').filter(Boolean).map(Number),
  });
  router.get(
    '/recipes/:id/tone',
    async (request, response) =>
      void response.json(await toneOf(pool, workshopOf(request), idOf(request), wayOf(request))),
  );
  router.put(
    '/recipes/:id/tone',
    async (request, response) =>
      void response.json(await keepTone(pool, workshopOf(request), idOf(request), bodyOf(request, NewToneLadder))),
  );
  router.get('/recipes/:id/tone/machine-file', async (request, response) => {
    const { text, materialName } = await toneFile(pool, workshopOf(request), idOf(request), ladderOf(request));
    response
      .attachment(fileName([materialName, 'tone ladder'], 'gcode'))
      .type('application/octet-stream')
      .send(text);
  });
  router.get(
    '/recipes/:id/tone/stand-in',
    async (request, response) =>
      void response.json(await toneOnStandIn(pool, workshopOf(request), idOf(request), ladderOf(request))),
  );
  return router;
}

/** How the shades of a ladder are made; by power where nothing is said. @throws Problem for a way that there is not */
function wayOf(request: Request): PictureWay {
  const asked = word(request, 'way') ?? 'by power';
  const way = PICTURE_WAYS.find((known) => known === asked);
  if (!way) throw refused(`Shades are made in one of these ways: ${PICTURE_WAYS.join(', ')}; “${asked}” came.`, 'way');
  return way;
}

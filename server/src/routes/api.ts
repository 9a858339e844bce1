import type { BenchView } from '@keen-anvil/contract';
import cookieParser from 'cookie-parser';
import express, { Router } from 'express';
import { notFound } from '../problem';
import { listLastUsed, listNailed } from '../queries/recipes';
import { listJobSummaries } from '../services/job-views';
import { recipeSummary } from '../services/recipe-views';
import { knowDevice } from '../device';
import { enterWorkshop, workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { bookRoutes } from './book';
import { changeRoutes } from './changes';
import { exchangeRoutes } from './exchange';
import { artworkRoutes } from './artworks';
import { finishRoutes } from './finish';
import { garmentRoutes } from './garments';
import { jobRoutes } from './jobs';
import { ledRunRoutes } from './led-runs';
import { partRoutes } from './parts';
import { pressRoutes } from './press';
import { runRoutes } from './runs';
import { answerDone, operations } from './operations';
import { refuseUnsound } from './refuse-unsound';
import { shopRoutes } from './shop';
import { tuningRoutes } from './tunings';
import { workshopRoutes } from './workshops';
import { warmClockRoutes } from './warm-clocks';

const RECENT = 5;

/** All of the API. */
export function apiRouter(parts: ApiParts): Router {
  const { pool, runs } = parts;
  const router = Router();
  router.use(cookieParser());
  router.use(enterWorkshop(pool));
  router.use(knowDevice);
  router.use(refuseUnsound);
  router.use(changeRoutes(parts));
  // Files that are brought in come as they are.
  router.use(exchangeRoutes(parts));
  router.use(express.json({ limit: 1_000_000 }));
  router.use(refuseUnsound);
  router.use(operations(pool));

  router.get('/bench', async (request, response) => {
    const workshopId = workshopOf(request);
    const bench: BenchView = {
      runs: await runs.seen.listOpen(workshopId),
      nailed: (await listNailed(pool, workshopId)).map(recipeSummary),
      recipes: (await listLastUsed(pool, workshopId, RECENT)).map(recipeSummary),
      jobs: await listJobSummaries(pool, workshopId, { isArchived: false, limit: RECENT, offset: 0 }),
    };
    response.json(bench);
  });
  router.use(workshopRoutes(parts));
  router.use(shopRoutes(parts));
  router.use(bookRoutes(parts));
  router.use(jobRoutes(parts));
  router.use(artworkRoutes(parts));
  router.use(partRoutes(parts));
  router.use(runRoutes(parts));
  router.use(ledRunRoutes(parts));
  router.use(pressRoutes(parts));
  router.use(finishRoutes(parts));
  router.use(garmentRoutes(parts));
  router.use(warmClockRoutes(parts));
  router.use(tuningRoutes(parts));

  router.use(() => {
    throw notFound('What this address points at');
  });
  router.use(answerDone(pool));
  return router;
}

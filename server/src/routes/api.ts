import cookieParser from 'cookie-parser';
import { Router } from 'express';
import { notFound } from '../problem';
import { routesFor } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { findHere } from './asked-here';
import { bookHandlers } from './book';
import { drawingHandlers } from './drawings';
import { finishHandlers } from './finish';
import { jobHandlers } from './jobs';
import { answerDone } from './operations';
import { pressHandlers } from './press';
import { refuseUnsound } from './refuse-unsound';
import { runHandlers } from './runs';
import { shopHandlers } from './shop';
import { tuningHandlers } from './tuning';
import { workshopHandlers } from './workshop';

/** All of the API. */
export function apiRouter(parts: ApiParts): Router {
  const { pool } = parts;
  const router = Router();
  router.use(cookieParser());
  router.use(findHere(pool));
  router.use(refuseUnsound);
  router.use(routesFor('workshop', workshopHandlers(parts), pool));
  router.use(routesFor('shop', shopHandlers(parts), pool));
  router.use(routesFor('book', bookHandlers(parts), pool));
  router.use(routesFor('tuning', tuningHandlers(parts), pool));
  router.use(routesFor('jobs', jobHandlers(parts), pool));
  router.use(routesFor('drawings', drawingHandlers(parts), pool));
  router.use(routesFor('runs', runHandlers(parts), pool));
  router.use(routesFor('press', pressHandlers(parts), pool));
  router.use(routesFor('finish', finishHandlers(parts), pool));
  router.use(() => {
    throw notFound('What this address points at');
  });
  router.use(answerDone(pool));
  return router;
}

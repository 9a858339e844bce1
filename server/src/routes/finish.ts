import type { RatesView } from '@keen-anvil/contract';
import {
  FinishingTick,
  MockupWish,
  NewFinishingLine,
  NewHandTime,
  NewQuote,
  PutAway,
  QuoteTurn,
  RatesWish,
} from '@keen-anvil/contract/checks';
import { ratesProblem } from '@keen-anvil/core/cost';
import { Router } from 'express';
import { inTransaction } from '../db/pool';
import { notFound, refused, stale } from '../problem';
import { archiveOwnFinishing, findQuote, insertOwnFinishing, keepRates, listOwnFinishing } from '../queries/finish';
import { jobCost, keepHandTime, ratesOf } from '../services/costs';
import { findPhoto } from '../queries/photos';
import { drawnJob } from '../services/drawn-job';
import { finishingOf, tickFinishing } from '../services/finishing';
import { keepMockup, mockupOf } from '../services/mockups';
import { answerQuote, offer, quotesOf } from '../services/quotes';
import { workshopOf } from '../workshop';
import type { ApiParts } from './api-parts';
import { fileName } from './file-name';
import { bodyOf, idOf } from './respond';

const MOST_PIECES = 100_000;

/** After the machines: finishing, care, what it costs, and what is offered. */
export function finishRoutes({ pool, heavy }: ApiParts): Router {
  const router = Router();
  router.get('/jobs/:id/finishing', async (request, response) => {
    const { jobName: _name, ...view } = await finishingOf(pool, heavy, workshopOf(request), idOf(request));
    response.json(view);
  });
  router.post('/jobs/:id/finishing', async (request, response) => {
    response.json(await tickFinishing(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, FinishingTick)));
  });
  router.post('/finishing-lines', async (request, response) => {
    const { id, text, process, minutes } = bodyOf(request, NewFinishingLine);
    await inTransaction(pool, (db) => insertOwnFinishing(db, workshopOf(request), { id, text, process, minutes }));
    response.status(201).json(await listOwnFinishing(pool, workshopOf(request)));
  });
  router.post('/finishing-lines/:id/archive', async (request, response) => {
    const { isArchived } = bodyOf(request, PutAway);
    const isThere = await inTransaction(pool, (db) =>
      archiveOwnFinishing(db, workshopOf(request), idOf(request), isArchived),
    );
    if (!isThere) throw notFound('That line');
    response.json(await listOwnFinishing(pool, workshopOf(request)));
  });
  router.get('/jobs/:id/care-card', async (request, response) => {
    const { jobName, care } = await finishingOf(pool, heavy, workshopOf(request), idOf(request));
    const { workshopName } = await ratesOf(pool, workshopOf(request));
    response
      .attachment(fileName([jobName, 'care'], 'pdf'))
      .type('application/pdf')
      .send(await heavy.paper('careCard', jobName, workshopName, care));
  });
  router.post('/jobs/:id/hand-times', async (request, response) => {
    await keepHandTime(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, NewHandTime));
    response.status(201).json({});
  });
  router.get('/jobs/:id/cost', async (request, response) => {
    const pieces = Number(request.query.pieces ?? 1);
    if (!Number.isInteger(pieces) || pieces < 1 || pieces > MOST_PIECES)
      throw refused(
        `A number of pieces from 1 to ${MOST_PIECES} was expected; “${String(request.query.pieces)}” came.`,
        'pieces',
      );
    const { job: _job, ...view } = await jobCost(pool, heavy, workshopOf(request), idOf(request), pieces);
    response.json(view);
  });
  router.get('/rates', async (request, response) => {
    response.json(await ratesView(workshopOf(request)));
  });
  router.put('/rates', async (request, response) => {
    const { version, ...rates } = bodyOf(request, RatesWish);
    const problem = ratesProblem(rates);
    if (problem) throw refused(problem, 'marginPercent');
    const bad = Object.values(rates.machines).find((cents) => !Number.isInteger(cents) || cents < 0);
    if (bad !== undefined)
      throw refused(`Whole cents an hour were expected for each machine; ${bad} came.`, 'machines');
    if (!(await inTransaction(pool, (db) => keepRates(db, workshopOf(request), version, rates))))
      throw stale('What things cost', await ratesView(workshopOf(request)));
    response.json(await ratesView(workshopOf(request)));
  });
  router.get(
    '/jobs/:id/quotes',
    async (request, response) => void response.json(await quotesOf(pool, workshopOf(request), idOf(request))),
  );
  router.post('/jobs/:id/quotes', async (request, response) => {
    response.status(201).json(await offer(pool, heavy, workshopOf(request), idOf(request), bodyOf(request, NewQuote)));
  });
  router.get(
    '/jobs/:id/mockup',
    async (request, response) => void response.json(await mockupOf(pool, workshopOf(request), idOf(request))),
  );
  router.post('/jobs/:id/mockup', async (request, response) => {
    response.json(await keepMockup(pool, workshopOf(request), idOf(request), bodyOf(request, MockupWish)));
  });
  router.post('/quotes/:id/turns', async (request, response) => {
    response.json(await answerQuote(pool, workshopOf(request), idOf(request), bodyOf(request, QuoteTurn)));
  });
  router.get('/quotes/:id/paper', async (request, response) => {
    const workshopId = workshopOf(request);
    const quote = await findQuote(pool, workshopId, idOf(request));
    if (!quote) throw notFound('That quote');
    const { parts } = await drawnJob(pool, heavy, workshopId, quote.jobId);
    const { workshopName } = await ratesOf(pool, workshopId);
    const { care } = await finishingOf(pool, heavy, workshopId, quote.jobId);
    const photo = quote.photoId ? await findPhoto(pool, workshopId, quote.photoId) : undefined;
    response
      .attachment(fileName([`Quote ${quote.number}`, quote.told.jobName], 'pdf'))
      .type('application/pdf')
      .send(
        await heavy.paper(
          'quotePaper',
          quote,
          quote.told.jobName,
          workshopName,
          parts,
          photo?.bytes ?? null,
          care.words,
        ),
      );
  });
  return router;

  async function ratesView(workshopId: string): Promise<RatesView> {
    const { workshopName: _name, ...rates } = await ratesOf(pool, workshopId);
    return rates;
  }
}

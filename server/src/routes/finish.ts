import { inTransaction } from '../db/pool';
import { notFound } from '../problem';
import { archiveOwnFinishing, insertOwnFinishing, listOwnFinishing } from '../queries/finish';
import { archiveGarment, listGarments } from '../queries/garments';
import { jobCost, keepHandTime, piecesAsked } from '../services/costs';
import { careCardOf, finishingOf, tickFinishing } from '../services/finishing';
import { countSizes, measureGarment, placementPaper, sizeSetOf } from '../services/garments';
import { keepMockup, mockupOf } from '../services/mockups';
import { answerQuote, offer, quotePaperOf, quotesOf } from '../services/quotes';
import { changeRates, ratesView } from '../services/rates';
import { makeSizeJobs } from '../services/size-jobs';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { printed } from './sent';

/** After the machines: finishing, care, what it costs, what is offered, and the garments it is for. */
export const finishHandlers = ({ pool, heavy }: ApiParts): Handlers<'finish'> => ({
  finishing: async (here, { id }) => {
    const { jobName: _name, ...view } = await finishingOf(here, pool, heavy, id);
    return view;
  },
  tickFinishing: (here, { id, body }) => tickFinishing(here, pool, heavy, id, body),
  addFinishingLine: async (here, { body: { id, text, process, minutes } }) => {
    await inTransaction(here, pool, (db) => insertOwnFinishing(db, here.workshopId, { id, text, process, minutes }));
    return listOwnFinishing(pool, here.workshopId);
  },
  putFinishingLineAway: async (here, { id, body }) => {
    const isThere = await inTransaction(here, pool, (db) =>
      archiveOwnFinishing(db, here.workshopId, id, body.isArchived),
    );
    if (!isThere) throw notFound('That line');
    return listOwnFinishing(pool, here.workshopId);
  },
  careCard: async (here, { id }) => {
    const { jobName, pdf } = await careCardOf(here, pool, heavy, id);
    return printed([jobName, 'care'], pdf);
  },
  keepHandTime: async (here, { id, body }) => {
    await keepHandTime(here, pool, heavy, id, body);
    return {};
  },
  cost: async (here, { id, pieces }) => {
    const { job: _job, ...view } = await jobCost(here, pool, heavy, id, piecesAsked(pieces));
    return view;
  },
  rates: (here) => ratesView(here, pool),
  keepRates: (here, { body }) => changeRates(here, pool, body),
  quotes: (here, { id }) => quotesOf(here, pool, id),
  offer: (here, { id, body }) => offer(here, pool, heavy, id, body),
  answerQuote: (here, { id, body }) => answerQuote(here, pool, id, body),
  quotePaper: async (here, { id }) => {
    const { number, jobName, pdf } = await quotePaperOf(here, pool, heavy, id);
    return printed([`Quote ${number}`, jobName], pdf);
  },
  mockup: (here, { id }) => mockupOf(here, pool, id),
  keepMockup: (here, { id, body }) => keepMockup(here, pool, id, body),

  garments: ({ workshopId }) => listGarments(pool, workshopId),
  measureGarment: (here, { body }) => measureGarment(here, pool, body),
  putGarmentAway: async (here, { id, body }) => {
    const isThere = await inTransaction(here, pool, (db) => archiveGarment(db, here.workshopId, id, body.isArchived));
    if (!isThere) throw notFound('That garment');
    return listGarments(pool, here.workshopId);
  },
  sizeSet: (here, { id }) => sizeSetOf(here, pool, id),
  countSizes: (here, { id, body }) => countSizes(here, pool, id, body),
  makeSizeJobs: (here, { id, body }) => makeSizeJobs(here, pool, heavy, id, body),
  placement: async (here, { id, size, place }) => {
    const { jobName, sizeName, pdf } = await placementPaper(here, pool, heavy, id, { size, place });
    return printed([jobName, `size ${sizeName}`], pdf);
  },
});

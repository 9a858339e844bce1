import type { WorkshopView } from '@keen-anvil/contract';
import type { Here } from '../here';
import { inTransaction } from '../db/pool';
import { notFound, Problem, refused } from '../problem';
import { clockNow } from '../queries/pressings';
import { listLastUsed, listNailed } from '../queries/recipes';
import { archiveWorkshop, findWorkshop, insertWorkshop, listWorkshops } from '../queries/workshops';
import { listJobSummaries } from '../services/job-views';
import { recipeSummary } from '../services/recipe-views';
import { DEMO_WORKSHOP_ID, WORKSHOP_COOKIE } from '../workshop';
import type { Handlers } from './answer-endpoints';
import type { ApiParts } from './api-parts';
import { tellChanges } from './changes';

const YEAR_MS = 365 * 86_400_000;
/** So many recipes and jobs that were used last lie on the bench. */
const RECENT = 5;

/** The workshop one is in: its bench, its clock, what is written in it. */
export const workshopHandlers = ({ pool, runs, watch }: ApiParts): Handlers<'workshop'> => {
  const list = async (here: Pick<Here, 'workshopId'>): Promise<WorkshopView[]> =>
    (await listWorkshops(pool)).map((row) => ({
      ...row,
      isDemo: row.id === DEMO_WORKSHOP_ID,
      isHere: row.id === here.workshopId,
    }));
  return {
    bench: async (here) => ({
      runs: await runs.seen.listOpen(here),
      nailed: (await listNailed(pool, here.workshopId)).map(recipeSummary),
      recipes: (await listLastUsed(pool, here.workshopId, RECENT)).map(recipeSummary),
      jobs: await listJobSummaries(here, pool, { isArchived: false, limit: RECENT, offset: 0 }),
    }),
    clock: async () => ({ now: await clockNow(pool) }),
    changes: ({ workshopId }, _asked, response) => tellChanges(watch, workshopId, response),
    workshops: list,
    startWorkshop: async (here, { body }) => {
      await inTransaction(here, pool, async (db) => {
        if (!(await insertWorkshop(db, body)))
          throw new Problem(409, 'exists', 'There is a workshop with this id already.');
      });
      return list(here);
    },
    enterWorkshop: async (_here, { id }, response) => {
      if (!(await findWorkshop(pool, id))) throw notFound('That workshop');
      response.cookie(WORKSHOP_COOKIE, id, { httpOnly: true, sameSite: 'strict', maxAge: YEAR_MS });
      return list({ workshopId: id });
    },
    putWorkshopAway: async (here, { id, body: { isArchived } }) => {
      if (id === here.workshopId && isArchived)
        throw refused('You are in this workshop. Go into another one before you put it away.', 'isArchived');
      if (!(await archiveWorkshop(pool, id, isArchived))) throw notFound('That workshop');
      return list(here);
    },
  };
};

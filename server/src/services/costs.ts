import type { Here } from '../here';
import type { CostView, HandKind, JobDetail, NewHandTime, StepView } from '@keen-anvil/contract';
import { worksOf } from '@keen-anvil/core/steps';
import {
  cheaper,
  costOf,
  failureOf,
  NOTHING_SEEN,
  handForecast,
  priceTable,
  USUAL_COUNTS,
  type CostWish,
  type HandForecast,
  type HandTime,
} from '@keen-anvil/core/cost';
import { processOf } from '@keen-anvil/core/recipes';
import { wearOf } from '@keen-anvil/core/tools';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { Problem, refused } from '../problem';
import { insertHandTime, listHandTimes } from '../queries/finish';
import { fitsOfPieces } from './fits-of-pieces';
import { jobDetail } from './job-views';
import { makeStepFile } from './machine-files';
import { doneSteps, laidIn, piecesLaid } from './pieces-of-job';
import { pressPlanOf } from './press-plans';
import { ratesOf } from './rates';
import { loadShop, materialsOf, type Shop } from './shop';
import { handWorks, inkOf, stockUses, tapeOf } from './work-of-piece';
import { withPictures } from './engraved-pictures';

/** A price is asked for so many pieces at most. */
const MOST_PIECES = 100_000;

/** A number of pieces as it stands in an address; one where nothing is said. @throws Problem where it is none */
export function piecesAsked(word: string): number {
  const pieces = Number(word || 1);
  if (!Number.isInteger(pieces) || pieces < 1 || pieces > MOST_PIECES)
    throw refused(`A number of pieces from 1 to ${MOST_PIECES} was expected; “${word}” came.`, 'pieces');
  return pieces;
}

/** What a job's pieces cost, for one number of them and for some more. @throws Problem with a sentence where no price can come of it */
export async function jobCost(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  pieces: number,
): Promise<CostView & { job: JobDetail }> {
  const job = await jobDetail(here, pool, heavy, jobId);
  const rates = await ratesOf(here, pool);
  const { wish, hands, missing } = await wishOf(here, pool, heavy, job);
  try {
    return {
      job,
      currency: rates.currency,
      laid: piecesLaid(job),
      asked: costOf(wish, rates, pieces),
      table: priceTable(wish, rates, USUAL_COUNTS),
      cheaper: cheaper(wish, rates, pieces),
      hands,
      machineSeconds: wish.machineSeconds.reduce((sum, { seconds }) => sum + seconds, 0),
      failureRate: wish.failureRate,
      missing,
    };
  } catch (error) {
    if (error instanceof RangeError) throw refused(error.message, 'rates');
    throw error;
  }
}

/** What one piece of a job takes. */
async function wishOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  job: JobDetail,
): Promise<{ wish: CostWish; hands: CostView['hands']; missing: string[] }> {
  const steps = doneSteps(job);
  if (steps.length === 0)
    throw refused('There is nothing in this job yet that could cost something: a drawing was expected.', 'steps');
  for (const { position, materialId, stockPieceId } of steps)
    if (!materialId || !stockPieceId)
      throw refused(
        `Step ${position + 1} lies on no sheet yet: its material and a piece of it were expected before a price.`,
        'stockPieceId',
      );
  const shop = await loadShop(here, pool, materialsOf(job.steps));
  const missing: string[] = [];
  const { machineSeconds, toolLives } = await machineWork(here, pool, heavy, steps, shop, missing);
  const press = await pressWork(here, pool, heavy, job);
  const fits = await fitsOfPieces(here, heavy, steps, shop);
  const history = await listHandTimes(pool, here.workshopId);
  const of = (kind: HandKind): HandTime[] => history.filter((time) => time.kind === kind);
  const hands: { kind: HandKind; forecast: HandForecast }[] = [];
  for (const [kind, work] of handWorks(job, shop, press.pressings))
    hands.push({ kind, forecast: handForecast(of(kind), work) });
  const seconds = hands.reduce((sum, { forecast }) => sum + forecast.seconds, 0);
  const failure = failureOf(steps.map(({ match }) => match.recipe?.temper.tally ?? NOTHING_SEEN));
  return {
    missing,
    hands: hands.map(({ kind, forecast }) => ({ kind, seconds: forecast.seconds, known: forecast.known })),
    wish: {
      stock: stockUses(steps, shop, fits, missing),
      tapeMm2: tapeOf(steps, shop),
      inkMm2: inkOf(steps),
      pressings: press.pressings,
      machineSeconds: press.machineId
        ? [...machineSeconds, { machineId: press.machineId, seconds: press.seconds }]
        : machineSeconds,
      toolLives,
      handSeconds: seconds,
      handSpread:
        seconds > 0 ? Math.hypot(...hands.map(({ forecast }) => forecast.spread * forecast.seconds)) / seconds : 0,
      failureRate: failure.rate,
      failureSpread: failure.spread,
    },
  };
}

/** Minutes of the machines and shares of tools, for one piece, from the very files of the steps as they are laid. */
async function machineWork(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  steps: readonly StepView[],
  shop: Shop,
  missing: string[],
): Promise<Pick<CostWish, 'machineSeconds' | 'toolLives'>> {
  const done = steps.filter(({ process }) => processOf(process).path !== 'none');
  const works = done.flatMap((step) => worksOf(step).map((work) => ({ work, copies: laidIn(step) })));
  const withAll = await withPictures(
    here,
    pool,
    shop,
    works.map(({ work }) => work),
  );
  const machineSeconds: { machineId: string; seconds: number }[] = [];
  let toolLives = 0;
  for (const { work, copies } of works) {
    try {
      const { estimateSeconds, cutMm } = await makeStepFile(here, heavy, work, withAll);
      machineSeconds.push({ machineId: work.machineId, seconds: estimateSeconds / copies });
      const tool = shop.tools.get(work.toolId);
      if (tool?.life) toolLives += wearOf(tool.kind, { cutMm, seconds: estimateSeconds }) / copies / tool.life;
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      missing.push(`Machine time of step ${work.position + 1} is not counted: ${error.message}`);
    }
  }
  return { machineSeconds, toolLives };
}

/** How often one piece is pressed, and for how long. */
async function pressWork(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  job: JobDetail,
): Promise<{ pressings: number; seconds: number; machineId: string | null }> {
  try {
    const { view } = await pressPlanOf(here, pool, heavy, job.id, true);
    return {
      pressings: (view.plan?.pressings.length ?? 0) * view.places.length,
      seconds: view.seconds,
      machineId: view.machineId,
    };
  } catch (error) {
    if (error instanceof Problem) return { pressings: 0, seconds: 0, machineId: null };
    throw error;
  }
}

/** Keeps how long hands took for some pieces of a job, with what there was to do. @throws Problem where the job has nothing of that kind */
export async function keepHandTime(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  time: NewHandTime,
): Promise<void> {
  const job = await jobDetail(here, pool, heavy, jobId);
  const shop = await loadShop(here, pool, materialsOf(job.steps));
  const { pressings } = await pressWork(here, pool, heavy, job);
  const work = handWorks(job, shop, pressings).find(([kind]) => kind === time.kind)?.[1];
  if (!work) throw refused(`There is nothing to ${time.kind} in this job: a time for it would teach nothing.`, 'kind');
  const told = {
    id: time.id,
    kind: time.kind,
    seconds: time.seconds,
    jobId,
    contourMm: work.contourMm * time.pieces,
    smallPieces: work.smallPieces * time.pieces,
    pieces: work.pieces * time.pieces,
  };
  await inTransaction(here, pool, (db) => insertHandTime(db, here.workshopId, told));
}

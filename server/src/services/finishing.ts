import type { Here } from '../here';
import type { FinishingTick, FinishingView } from '@keen-anvil/contract';
import { careFor, type Care } from '@keen-anvil/core/care';
import { finishingFor } from '@keen-anvil/core/finishing';
import { familyOf } from '@keen-anvil/core/materials';
import { processOf } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, refused } from '../problem';
import { lockJob } from '../queries/jobs';
import { keepTick, listOwnFinishing, listTicks } from '../queries/finish';
import { jobDetail } from './job-views';
import { doneSteps, finishedSteps, piecesLaid } from './pieces-of-job';
import { ratesOf } from './rates';
import { loadShop, materialsOf } from './shop';
import { handWorks } from './work-of-piece';

/** What is done after the machines with what a job makes. */
export async function finishingOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
): Promise<FinishingView & { jobName: string }> {
  const job = await jobDetail(here, pool, heavy, jobId);
  const shop = await loadShop(here, pool, materialsOf(job.steps));
  const lines = finishingFor(finishedSteps(job, shop), await listOwnFinishing(pool, here.workshopId));
  const ticks = new Map((await listTicks(pool, here.workshopId, jobId)).map((tick) => [tick.lineId, tick]));
  return {
    jobName: job.name,
    pieces: piecesLaid(job),
    lines: lines.map((line) => ({
      ...line,
      done: ticks.get(line.id)?.done ?? 0,
      since: ticks.get(line.id)?.since ?? null,
    })),
    care: careOf(),
    handKinds: handWorks(job, shop, isPressed() ? 1 : 0).map(([kind]) => kind),
  };

  function isPressed(): boolean {
    return doneSteps(job).some(({ process, materialId }) => {
      const material = materialId ? shop.materials.get(materialId) : undefined;
      return processOf(process).path === 'none' || (material && familyOf(material.family).goesOnByHeat === true);
    });
  }

  function careOf(): Care {
    return careFor(
      doneSteps(job).flatMap(({ materialId, onMaterialId, process }) => {
        const material = materialId ? shop.materials.get(materialId) : undefined;
        const on = onMaterialId ? shop.materials.get(onMaterialId) : undefined;
        return material
          ? [{ family: familyOf(material.family).name, process, onFamily: on ? familyOf(on.family).name : null }]
          : [];
      }),
    );
  }
}

/** Writes how far a line is. @throws Problem where the job has no such line, or not so many pieces */
export async function tickFinishing(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
  tick: FinishingTick,
): Promise<FinishingView> {
  const { lines } = await finishingOf(here, pool, heavy, jobId);
  if (!lines.some(({ id }) => id === tick.lineId))
    throw refused('That line is not done in this job any more. Look at it as it is now.', 'lineId');
  await inTransaction(here, pool, async (db) => {
    if (!(await lockJob(db, here.workshopId, jobId))) throw notFound('That job');
    await keepTick(db, here.workshopId, jobId, tick);
  });
  return finishingOf(here, pool, heavy, jobId);
}

/** How what a job makes is cared for, as a card to hand over. */
export async function careCardOf(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
): Promise<{ jobName: string; pdf: Buffer }> {
  const { jobName, care } = await finishingOf(here, pool, heavy, jobId);
  const { workshopName } = await ratesOf(here, pool);
  return { jobName, pdf: await heavy.paper(here, 'careCard', jobName, workshopName, care) };
}

import type { Here } from '../here';
import type { JobDetail } from '@keen-anvil/contract';
import { givesPrint, processOf, type ProcessName } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import type { DrawnPart } from '../print/drawn-parts';
import { SLATE } from '../print/page';
import { jobDetail } from './job-views';
import { doneSteps } from './pieces-of-job';
import { loadShop, materialsOf } from './shop';

/** A job with the front of what it makes, in the colours of its materials: what is cut out lies below what is drawn and engraved on it. */
export async function drawnJob(
  here: Here,
  pool: Pool,
  heavy: HeavyPool,
  jobId: string,
): Promise<{ job: JobDetail; parts: DrawnPart[] }> {
  const job = await jobDetail(here, pool, heavy, jobId);
  const shop = await loadShop(here, pool, materialsOf(job.steps));
  const below = ({ process }: { process: ProcessName }) => (processOf(process).parts ? 0 : 1);
  const parts = doneSteps(job)
    .filter(({ turned }) => !turned)
    .sort((one, other) => below(one) - below(other))
    .flatMap(({ parts: own, materialId, process, colour }) =>
      own.map(({ contours }) => ({
        contours,
        colour:
          processOf(process).path === 'rows'
            ? SLATE
            : givesPrint(process) || processOf(process).gives === 'pen ink'
              ? colour
              : (materialId && shop.materials.get(materialId)?.colour) || colour,
      })),
    );
  return { job, parts };
}

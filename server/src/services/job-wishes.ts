import type { JobDetail, Nudge, PartAction, StepChange, StepMerge, StepsChange } from '@keen-anvil/contract';
import type { JobAction } from '@keen-anvil/core/jobs';
import { randomUUID } from 'node:crypto';
import type { Pool } from 'pg';
import type { HeavyPool } from '../heavy/pool';
import { notFound } from '../problem';
import { findJobOfStep } from '../queries/jobs';
import { actOnJob } from './act-on-job';

/** Does something to some parts of a job. */
export function actOnParts(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  jobId: string,
  wish: PartAction,
): Promise<JobDetail> {
  return actOnJob(pool, heavy, workshopId, jobId, partAction(wish));
}

function partAction({ action, partIds, role, stepId, distanceMm, bridges }: PartAction): JobAction {
  const id = randomUUID();
  switch (action) {
    case 'role':
      return { id, do: 'change-role', partIds, role: role! };
    case 'step':
      return { id, do: 'move-to-step', partIds, stepId: stepId! };
    case 'new-step':
      return { id, do: 'split-step', partIds, stepId: stepId! };
    case 'apart':
      return { id, do: 'take-apart', partIds };
    case 'together':
      return { id, do: 'put-together', partIds };
    case 'outline':
      return { id, do: 'draw-outline', partIds, distanceMm: distanceMm! };
    case 'bridges':
      return { id, do: 'put-bridges', partIds, bridges: bridges! };
  }
}

/** Changes what is done in one step. */
export async function changeStep(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  stepId: string,
  { version: _, ...change }: StepChange,
): Promise<JobDetail> {
  return onStep(pool, heavy, workshopId, stepId, { id: randomUUID(), do: 'change-step', stepId, ...change });
}

/** Moves some parts of a step on its sheet. */
export async function nudge(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  stepId: string,
  by: Nudge,
): Promise<JobDetail> {
  return onStep(pool, heavy, workshopId, stepId, { id: randomUUID(), do: 'nudge-parts', stepId, ...by });
}

/** Puts the parts of one step into another. */
export async function mergeSteps(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  stepId: string,
  { intoId }: StepMerge,
): Promise<JobDetail> {
  return onStep(pool, heavy, workshopId, stepId, { id: randomUUID(), do: 'merge-steps', stepId, intoId });
}

/** Makes the steps of a job anew by colour or layer, or puts them in an order by hand (empty: by the rules). */
export async function changeSteps(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  jobId: string,
  { by, order }: StepsChange,
): Promise<JobDetail> {
  const id = randomUUID();
  return actOnJob(
    pool,
    heavy,
    workshopId,
    jobId,
    by ? { id, do: 'group-steps', by } : { id, do: 'order-steps', order: order ?? [] },
  );
}

async function onStep(
  pool: Pool,
  heavy: HeavyPool,
  workshopId: string,
  stepId: string,
  action: JobAction,
): Promise<JobDetail> {
  const jobId = await findJobOfStep(pool, workshopId, stepId);
  if (!jobId) throw notFound('That step');
  return actOnJob(pool, heavy, workshopId, jobId, action);
}

import type { Here } from '../here';
import type { RecipeDetail } from '@keen-anvil/contract';
import type { Outcome } from '@keen-anvil/core/recipes';
import { inTransaction } from '../db/pool';
import { notFound } from '../problem';
import { correctTrial, lockTrial } from '../queries/evidence';
import { findRun } from '../queries/runs';
import { lockShape } from '../queries/trial-shapes';
import { insertVerdict } from '../queries/verdicts';
import type { ApiParts } from '../routes/api-parts';
import { refreshCards } from './cards';
import { recipeDetail } from './recipe-views';

/**
 * Corrects what came out of something that is evidence: a run, a trial of a tuning, or one that was written down by hand.
 * null takes it back. What was said before is kept.
 */
export async function correctEvidence(
  here: Here,
  { pool, runs, tunings }: Pick<ApiParts, 'pool' | 'runs' | 'tunings'>,
  id: string,
  outcome: Outcome | null,
): Promise<RecipeDetail> {
  const run = await findRun(pool, here.workshopId, id);
  if (run) {
    await runs.score(here, id, { outcome });
    return recipeDetail(here, pool, run.recipeId);
  }
  const shape = await inTransaction(here, pool, (db) => lockShape(db, here.workshopId, id));
  if (shape) {
    await tunings.trials.score(here, id, outcome);
    return recipeDetail(here, pool, shape.recipeId);
  }
  return inTransaction(here, pool, async (db) => {
    const trial = await lockTrial(db, here.workshopId, id);
    if (!trial) throw notFound('That outcome');
    await correctTrial(db, here.workshopId, id, outcome);
    await insertVerdict(db, here.workshopId, 'trial', id, outcome, trial.outcome);
    await refreshCards(here, db, [trial.recipeId]);
    return recipeDetail(here, db, trial.recipeId);
  });
}

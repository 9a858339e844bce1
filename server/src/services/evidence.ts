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
  { pool, runs, tunings }: Pick<ApiParts, 'pool' | 'runs' | 'tunings'>,
  workshopId: string,
  id: string,
  outcome: Outcome | null,
): Promise<RecipeDetail> {
  const run = await findRun(pool, workshopId, id);
  if (run) {
    await runs.score(workshopId, id, { outcome });
    return recipeDetail(pool, workshopId, run.recipeId);
  }
  const shape = await inTransaction(pool, (db) => lockShape(db, workshopId, id));
  if (shape) {
    await tunings.trials.score(workshopId, id, outcome);
    return recipeDetail(pool, workshopId, shape.recipeId);
  }
  return inTransaction(pool, async (db) => {
    const trial = await lockTrial(db, workshopId, id);
    if (!trial) throw notFound('That outcome');
    await correctTrial(db, workshopId, id, outcome);
    await insertVerdict(db, workshopId, 'trial', id, outcome, trial.outcome);
    await refreshCards(db, workshopId, [trial.recipeId]);
    return recipeDetail(db, workshopId, trial.recipeId);
  });
}

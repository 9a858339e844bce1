import type { Here } from '../here';
import type { TuningView } from '@keen-anvil/contract';
import { type Outcome } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import { inTransaction } from '../db/pool';
import type { HeavyPool } from '../heavy/pool';
import { notFound, Problem } from '../problem';
import { correctTrial } from '../queries/evidence';
import { touchTuning } from '../queries/tunings';
import { keepAsTrial, lockShape, scoreShape, setShapePhoto } from '../queries/trial-shapes';
import { insertVerdict } from '../queries/verdicts';
import { refreshCards } from './cards';
import { keepPhoto, readPhoto } from './photos';
import { tuningView } from './tuning-views';

/** What came out of single trials. */
export class Trials {
  constructor(
    private readonly pool: Pool,
    private readonly heavy: HeavyPool,
  ) {}

  /** Keeps the maker's verdict on a trial: it teaches the tuner, and is evidence for the recipe. */
  async score(here: Here, shapeId: string, outcome: Outcome | null): Promise<TuningView> {
    return inTransaction(here, this.pool, async (db) => {
      const shape = await lockShape(db, here.workshopId, shapeId);
      if (!shape) throw notFound('That trial');
      if (shape.sheetState !== 'done')
        throw new Problem(409, 'sheet-state', 'A trial can be scored once its sheet is done.');
      if (outcome === null && shape.tuningState !== 'open')
        throw new Problem(
          409,
          'tuning-state',
          'This tuning has ended: a verdict on its trials can be corrected, not taken back.',
        );
      await scoreShape(db, here.workshopId, shapeId, outcome);
      await insertVerdict(db, here.workshopId, 'trial', shapeId, outcome, shape.outcome);
      // Gone over twice, a place says nothing of the second numbers alone: the tuner knows, the recipe's evidence does not.
      if (outcome === null) await correctTrial(db, here.workshopId, shapeId, null);
      else if (shape.onTopOf.length === 0)
        await keepAsTrial(db, here.workshopId, {
          id: shape.id,
          recipeId: shape.recipeId,
          settings: shape.settings,
          outcome,
          toolWear: shape.toolWear,
          toolLife: shape.toolLife,
        });
      await refreshCards(here, db, [shape.recipeId]);
      await touchTuning(db, here.workshopId, shape.tuningId);
      return tuningView(here, db, shape.tuningId);
    });
  }

  /** Hangs a photo to a trial. */
  async photograph(here: Here, shapeId: string, bytes: Buffer): Promise<TuningView> {
    const photo = await readPhoto(here, this.heavy, bytes);
    return inTransaction(here, this.pool, async (db) => {
      const shape = await lockShape(db, here.workshopId, shapeId);
      if (!shape) throw notFound('That trial');
      await setShapePhoto(db, here.workshopId, shapeId, await keepPhoto(here, db, photo));
      await touchTuning(db, here.workshopId, shape.tuningId);
      return tuningView(here, db, shape.tuningId);
    });
  }
}

import { byItself } from '../here';
import type { TuningView } from '@keen-anvil/contract';
import { seedFromId, trialResult } from '@keen-anvil/core/standins';
import type { Outcome } from '@keen-anvil/core/recipes';
import type { Pool } from 'pg';
import { v5 as uuidv5 } from 'uuid';
import type { HeavyPool } from '../heavy/pool';
import { refreshCards } from '../services/cards';
import { loadWholeShop, type Shop } from '../services/shop';
import { TuningService } from '../services/tunings';
import { StandIns } from '../standin/stand-ins';
import { DEMO_WORKSHOP_ID } from '../workshop';
import { ago, demoId } from './ids';
import { recipeId } from './load-book';
import { TUNINGS, type TuningData } from './tuning-data';

/** No tuning of the demo takes longer. */
const MOST_TRIALS = 12;

/** The demo's tunings, made the way a maker makes them, trial by trial. */
export async function loadTunings(pool: Pool, heavy: HeavyPool): Promise<void> {
  const service = new TuningService(pool, heavy, new StandIns(pool, heavy));
  const shop = await loadWholeShop(byItself(DEMO_WORKSHOP_ID), pool);
  for (const data of TUNINGS) {
    const id = demoId(`tuning ${recipeId(data)}`);
    const there = await pool.query('SELECT 1 FROM tuning WHERE workshop_id = $1 AND recipe_id = $2', [
      DEMO_WORKSHOP_ID,
      recipeId(data),
    ]);
    if (!there.rowCount) await loadTuning(pool, service, shop, id, data);
  }
}

async function loadTuning(pool: Pool, service: TuningService, shop: Shop, id: string, data: TuningData): Promise<void> {
  const recipe = recipeId(data);
  const start = (
    await pool.query(
      'SELECT settings FROM recipe_revision WHERE workshop_id = $1 AND recipe_id = $2 ORDER BY number DESC LIMIT 1',
      [DEMO_WORKSHOP_ID, recipe],
    )
  ).rows[0].settings;
  let tuning = await service.begin(byItself(DEMO_WORKSHOP_ID), recipe, {
    id,
    start,
    startSpread: data.startSpread,
    fixed: [],
    stockPieceId: demoId(`${data.material} ${data.piece}`),
    scrapWidthMm: 100,
    scrapLengthMm: 100,
  });
  const most = data.trials === 'until settled' ? MOST_TRIALS : data.trials;
  for (let trial = 0; trial < most; trial++) {
    const { advice } = await service.advice.next(byItself(DEMO_WORKSHOP_ID), id);
    if (advice.isSettled) break;
    tuning = await service.sheets.layOut(byItself(DEMO_WORKSHOP_ID), id, {
      id: uuidv5(`sheet ${trial}`, id),
      count: 1,
    });
    const [shape] = tuning.sheets.at(-1)!.shapes;
    await service.sheets.carryOut(byItself(DEMO_WORKSHOP_ID), tuning.sheets.at(-1)!.id, { by: 'by-hand' });
    tuning = await service.trials.score(
      byItself(DEMO_WORKSHOP_ID),
      shape.id,
      data.outcome ? data.outcome(shape.settings) : seenOutcome(tuning, shop, shape.id),
    );
  }
  if (data.trials === 'until settled')
    await service.end(byItself(DEMO_WORKSHOP_ID), id, { version: tuning.version, how: 'settle' });
  await backdate(pool, id, recipe, data.daysAgo);
}

/** What the stand-in's world makes of a trial. */
function seenOutcome({ recipe, sheets }: TuningView, shop: Shop, shapeId: string): Outcome {
  const shape = sheets.flatMap(({ shapes }) => shapes).find(({ id }) => id === shapeId)!;
  const material = shop.materials.get(recipe.material.id)!;
  const use = {
    process: recipe.process,
    machine: shop.machines.get(recipe.machine.id)!,
    passes: [shape.settings],
    wear: shop.tools.get(recipe.tool.id)!.wear,
    heatLimitC: material.heatLimitC,
  };
  return trialResult(
    use,
    { family: material.family, thicknessMm: material.thicknessMm, seed: seedFromId(material.id) },
    seedFromId(shapeId),
  ).outcome;
}

/** Moves what was just made back to when it is told to have happened. */
async function backdate(pool: Pool, id: string, recipe: string, daysAgo: number): Promise<void> {
  const values = [DEMO_WORKSHOP_ID, id, ago(daysAgo)];
  await pool.query(
    'UPDATE tuning SET created_at = $3, ended_at = CASE WHEN ended_at IS NULL THEN NULL ELSE $3::timestamptz END WHERE workshop_id = $1 AND id = $2',
    values,
  );
  await pool.query(
    `UPDATE trial t SET made_at = $3::timestamptz + s.number * interval '4 minutes' FROM trial_shape s JOIN trial_sheet h ON h.workshop_id = s.workshop_id AND h.id = s.sheet_id
     WHERE t.workshop_id = $1 AND s.workshop_id = $1 AND t.id = s.id AND h.tuning_id = $2`,
    values,
  );
  await pool.query(
    `UPDATE recipe_revision SET created_at = $3::timestamptz + interval '2 hours' WHERE workshop_id = $1 AND tuning_id = $2`,
    values,
  );
  await refreshCards(byItself(DEMO_WORKSHOP_ID), pool, [recipe]);
}

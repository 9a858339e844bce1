import type { TrialSheetState, TuningState } from '@keen-anvil/contract';
import type { Outcome, ProcessName, Settings } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';

export interface ShapeRow {
  id: string;
  sheetId: string;
  number: number;
  settings: Settings;
  onTopOf: Settings[];
  x: number;
  y: number;
  toolWear: number | null;
  seenOutcome: Outcome | null;
  seenFault: 'depth' | 'corners' | null;
  outcome: Outcome | null;
  scoredAt: string | null;
  photoId: string | null;
}

const SHAPE_COLUMNS = `s.id, s.sheet_id AS "sheetId", s.number, s.settings, s.on_top_of AS "onTopOf", s.x_mm AS x, s.y_mm AS y, s.tool_wear AS "toolWear",
  s.seen_outcome AS "seenOutcome", s.seen_fault AS "seenFault", s.outcome, s.scored_at AS "scoredAt", s.photo_id AS "photoId"`;

/** Everything on the sheets of a tuning, in the order of the sheets and numbers. */
export async function listShapes(db: Db, workshopId: string, tuningId: string): Promise<ShapeRow[]> {
  const { rows } = await db.query<ShapeRow>(
    `SELECT ${SHAPE_COLUMNS} FROM trial_shape s JOIN trial_sheet t ON t.workshop_id = s.workshop_id AND t.id = s.sheet_id
     WHERE s.workshop_id = $1 AND t.tuning_id = $2 ORDER BY t.number, s.number`,
    [workshopId, tuningId],
  );
  return rows;
}

/** What was scored in the tunings that this one goes on from, and in those that they go on from, the first one first. */
export async function listEarlierShapes(
  db: Db,
  workshopId: string,
  ...tuningIds: string[]
): Promise<(ShapeRow & { outcome: Outcome; ofTuning: string })[]> {
  const { rows } = await db.query<ShapeRow & { outcome: Outcome; ofTuning: string }>(
    `WITH RECURSIVE earlier AS (
       SELECT a.id AS of_tuning, b.* FROM tuning a JOIN tuning b ON b.workshop_id = a.workshop_id AND b.id = a.goes_on_from WHERE a.workshop_id = $1 AND a.id = ANY ($2::uuid[])
       UNION
       SELECT a.of_tuning, b.* FROM earlier a JOIN tuning b ON b.workshop_id = a.workshop_id AND b.id = a.goes_on_from
     )
     SELECT e.of_tuning AS "ofTuning", ${SHAPE_COLUMNS} FROM trial_shape s JOIN trial_sheet t ON t.workshop_id = s.workshop_id AND t.id = s.sheet_id
       JOIN earlier e ON e.workshop_id = t.workshop_id AND e.id = t.tuning_id
     WHERE s.outcome IS NOT NULL ORDER BY e.created_at, t.number, s.number`,
    [workshopId, tuningIds],
  );
  return rows;
}

/** A trial that was left on a piece of stock. */
export interface LeftTrial {
  tuningId: string;
  stockPieceId: string;
  x: number;
  y: number;
  process: ProcessName;
}

/** What tunings have left on some pieces of stock. */
export async function listTrialsOnPieces(
  db: Db,
  workshopId: string,
  stockPieceIds: readonly string[],
): Promise<LeftTrial[]> {
  const { rows } = await db.query<LeftTrial>(
    `SELECT u.id AS "tuningId", u.stock_piece_id AS "stockPieceId", s.x_mm AS x, s.y_mm AS y, r.process FROM trial_shape s JOIN trial_sheet t ON t.workshop_id = s.workshop_id AND t.id = s.sheet_id
       JOIN tuning u ON u.workshop_id = t.workshop_id AND u.id = t.tuning_id JOIN recipe r ON r.workshop_id = u.workshop_id AND r.id = u.recipe_id
     WHERE s.workshop_id = $1 AND u.stock_piece_id = ANY ($2::uuid[]) AND t.state <> 'planned'`,
    [workshopId, stockPieceIds],
  );
  return rows;
}

/** Puts a trial on its sheet. */
export async function insertShape(
  db: Db,
  workshopId: string,
  row: { id: string; sheetId: string; number: number; settings: Settings; onTopOf: Settings[]; x: number; y: number },
): Promise<void> {
  await db.query(
    'INSERT INTO trial_shape (workshop_id, id, sheet_id, number, settings, on_top_of, x_mm, y_mm) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [workshopId, row.id, row.sheetId, row.number, row.settings, JSON.stringify(row.onTopOf), row.x, row.y],
  );
}

/** What the machine did with a trial: how worn the tool was, and what the stand-in saw. */
export async function setShapeDone(
  db: Db,
  workshopId: string,
  id: string,
  row: { toolWear: number; toolLife: number; seenOutcome: Outcome | null; seenFault: 'depth' | 'corners' | null },
): Promise<void> {
  await db.query(
    'UPDATE trial_shape SET tool_wear = $3, tool_life = $4, seen_outcome = $5, seen_fault = $6 WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, row.toolWear, row.toolLife, row.seenOutcome, row.seenFault],
  );
}

/** One trial with its sheet and tuning, locked until the transaction ends. */
export async function lockShape(
  db: Db,
  workshopId: string,
  id: string,
): Promise<
  | (ShapeRow & {
      tuningId: string;
      recipeId: string;
      sheetState: TrialSheetState;
      tuningState: TuningState;
      toolLife: number | null;
    })
  | undefined
> {
  const { rows } = await db.query<
    ShapeRow & {
      tuningId: string;
      recipeId: string;
      sheetState: TrialSheetState;
      tuningState: TuningState;
      toolLife: number | null;
    }
  >(
    `SELECT ${SHAPE_COLUMNS}, t.tuning_id AS "tuningId", u.recipe_id AS "recipeId", t.state AS "sheetState", u.state AS "tuningState", s.tool_life AS "toolLife"
     FROM trial_shape s JOIN trial_sheet t ON t.workshop_id = s.workshop_id AND t.id = s.sheet_id JOIN tuning u ON u.workshop_id = t.workshop_id AND u.id = t.tuning_id
     WHERE s.workshop_id = $1 AND s.id = $2 FOR NO KEY UPDATE OF s, u`,
    [workshopId, id],
  );
  return rows[0];
}

/** The maker's verdict on a trial. */
export async function scoreShape(db: Db, workshopId: string, id: string, outcome: Outcome | null): Promise<void> {
  await db.query(
    'UPDATE trial_shape SET outcome = $3, scored_at = CASE WHEN $3::text IS NULL THEN NULL ELSE now() END WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, outcome],
  );
}

/** Writes a scored trial into the recipe's evidence, or corrects it there. */
export async function keepAsTrial(
  db: Db,
  workshopId: string,
  row: {
    id: string;
    recipeId: string;
    settings: Settings;
    outcome: Outcome;
    toolWear: number | null;
    toolLife: number | null;
  },
): Promise<void> {
  await db.query(
    `INSERT INTO trial (id, workshop_id, recipe_id, settings, outcome, tool_wear, tool_life) VALUES ($1, $2, $3, $4, $5, $6, $7)
     ON CONFLICT (workshop_id, id) DO UPDATE SET outcome = excluded.outcome`,
    [row.id, workshopId, row.recipeId, row.settings, row.outcome, row.toolWear, row.toolLife],
  );
}

/** Hangs a photo to a trial. */
export async function setShapePhoto(db: Db, workshopId: string, id: string, photoId: string): Promise<void> {
  await db.query('UPDATE trial_shape SET photo_id = $3 WHERE workshop_id = $1 AND id = $2', [workshopId, id, photoId]);
}

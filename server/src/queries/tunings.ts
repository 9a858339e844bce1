import type { TrialSheetState, TuningState } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import type { Outcome, ProcessName, QuantityName, Settings } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';

export interface TuningRow {
  id: string;
  version: number;
  recipeId: string;
  jobId: string | null;
  start: Settings;
  startSpread: number;
  fixed: QuantityName[];
  stockPieceId: string | null;
  /** Of the piece that it is tried on. */
  pieceName: string | null;
  pieceOutline: Point[] | null;
  scrapWidthMm: number;
  scrapLengthMm: number;
  /** The tuning whose trials count in. */
  goesOnFrom: string | null;
  state: TuningState;
  createdAt: string;
}

const TUNING_COLUMNS = `id, version, recipe_id AS "recipeId", job_id AS "jobId", start, start_spread AS "startSpread", fixed, stock_piece_id AS "stockPieceId",
  (SELECT p.name FROM stock_piece p WHERE p.workshop_id = tuning.workshop_id AND p.id = tuning.stock_piece_id) AS "pieceName",
  (SELECT p.outline FROM stock_piece p WHERE p.workshop_id = tuning.workshop_id AND p.id = tuning.stock_piece_id) AS "pieceOutline",
  scrap_width_mm AS "scrapWidthMm", scrap_length_mm AS "scrapLengthMm", goes_on_from AS "goesOnFrom", state, created_at AS "createdAt"`;

/** One tuning. */
export async function findTuning(db: Db, workshopId: string, id: string): Promise<TuningRow | undefined> {
  const { rows } = await db.query<TuningRow>(
    `SELECT ${TUNING_COLUMNS} FROM tuning WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id],
  );
  return rows[0];
}

/** One tuning, locked until the transaction ends. */
export async function lockTuning(db: Db, workshopId: string, id: string): Promise<TuningRow | undefined> {
  const { rows } = await db.query<TuningRow>(
    `SELECT ${TUNING_COLUMNS} FROM tuning WHERE workshop_id = $1 AND id = $2 FOR NO KEY UPDATE`,
    [workshopId, id],
  );
  return rows[0];
}

/** Tunings of a recipe, or all that are open where `recipeId` is null; newest first. */
export async function listTunings(db: Db, workshopId: string, recipeId: string | null): Promise<TuningRow[]> {
  const { rows } = await db.query<TuningRow>(
    `SELECT ${TUNING_COLUMNS} FROM tuning WHERE workshop_id = $1 AND ($2::uuid IS NULL AND state = 'open' OR recipe_id = $2) ORDER BY created_at DESC, id`,
    [workshopId, recipeId],
  );
  return rows;
}

export type NewTuningRow = Omit<TuningRow, 'version' | 'state' | 'createdAt' | 'pieceName' | 'pieceOutline'>;

/** Begins a tuning. Returns false where one of this recipe is open already. */
export async function insertTuning(db: Db, workshopId: string, row: NewTuningRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO tuning (workshop_id, id, recipe_id, job_id, start, start_spread, fixed, stock_piece_id, scrap_width_mm, scrap_length_mm, goes_on_from)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) ON CONFLICT DO NOTHING`,
    [
      workshopId,
      row.id,
      row.recipeId,
      row.jobId,
      row.start,
      row.startSpread,
      row.fixed,
      row.stockPieceId,
      row.scrapWidthMm,
      row.scrapLengthMm,
      row.goesOnFrom,
    ],
  );
  return rowCount === 1;
}

/** Ends a tuning, one way or the other. */
export async function endTuning(db: Db, workshopId: string, id: string, state: TuningState): Promise<void> {
  await db.query(
    'UPDATE tuning SET state = $3, ended_at = now(), version = version + 1 WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, state],
  );
}

/** Counts a tuning's version up. */
export async function touchTuning(db: Db, workshopId: string, id: string): Promise<void> {
  await db.query('UPDATE tuning SET version = version + 1 WHERE workshop_id = $1 AND id = $2', [workshopId, id]);
}

export interface SheetRow {
  id: string;
  tuningId: string;
  number: number;
  state: TrialSheetState;
  isByHand: boolean;
  format: 'hpgl' | 'gcode' | null;
  machineFile: string;
  estimateSeconds: number;
  machineId: string;
  /** What there is to do by the stand-in; null where it is not on it. */
  totalSeconds: number | null;
  totalCutMm: number | null;
  /** Machine seconds gone, while it is on the stand-in. */
  doneSeconds: number | null;
}

const DONE_SECONDS = `CASE WHEN state = 'running' THEN least(total_seconds, extract(epoch FROM clock_timestamp() - going_since)::double precision * speed_up) END`;
const SHEET_COLUMNS = `machine_id AS "machineId", total_seconds AS "totalSeconds", total_cut_mm AS "totalCutMm",
  ${DONE_SECONDS} AS "doneSeconds", id, tuning_id AS "tuningId", number, state, by_hand AS "isByHand", format, machine_file AS "machineFile", estimate_seconds AS "estimateSeconds"`;

/** One trial sheet. */
export async function findSheet(db: Db, workshopId: string, id: string): Promise<SheetRow | undefined> {
  const { rows } = await db.query<SheetRow>(
    `SELECT ${SHEET_COLUMNS} FROM trial_sheet WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id],
  );
  return rows[0];
}

/** A sheet as it is shown, with what is on it. */
export interface ToldSheet extends Omit<SheetRow, 'machineFile' | 'machineId' | 'totalSeconds' | 'totalCutMm'> {
  shapes: ToldShape[];
}
export interface ToldShape extends Omit<ShapeRow, 'sheetId' | 'toolWear' | 'scoredAt'> {
  scoredAt: string | null;
}

/** The sheets of some tunings with everything on them, in the order of their numbers, in one statement. */
export async function listSheets(db: Db, workshopId: string, tuningIds: readonly string[]): Promise<ToldSheet[]> {
  const { rows } = await db.query<ToldSheet>(
    `SELECT ${DONE_SECONDS} AS "doneSeconds", t.id, t.tuning_id AS "tuningId", t.number, t.state, t.by_hand AS "isByHand", t.format, t.estimate_seconds AS "estimateSeconds",
       coalesce((SELECT jsonb_agg(jsonb_build_object('id', s.id, 'number', s.number, 'settings', s.settings, 'onTopOf', s.on_top_of, 'x', s.x_mm, 'y', s.y_mm,
           'seenOutcome', s.seen_outcome, 'seenFault', s.seen_fault, 'outcome', s.outcome, 'scoredAt', iso(s.scored_at), 'photoId', s.photo_id) ORDER BY s.number)
         FROM trial_shape s WHERE s.workshop_id = t.workshop_id AND s.sheet_id = t.id), '[]') AS shapes
     FROM trial_sheet t WHERE t.workshop_id = $1 AND t.tuning_id = ANY ($2::uuid[]) ORDER BY t.number`,
    [workshopId, tuningIds],
  );
  return rows;
}

/** Lays out a sheet. */
export async function insertSheet(
  db: Db,
  workshopId: string,
  row: Pick<SheetRow, 'id' | 'tuningId' | 'number' | 'format' | 'machineFile' | 'estimateSeconds' | 'machineId'>,
): Promise<void> {
  await db.query(
    'INSERT INTO trial_sheet (workshop_id, id, tuning_id, number, format, machine_file, estimate_seconds, machine_id) VALUES ($1, $2, $3, $4, $5, $6, $7, $8)',
    [workshopId, row.id, row.tuningId, row.number, row.format, row.machineFile, row.estimateSeconds, row.machineId],
  );
}

/** Says where a sheet stands. */
export async function setSheetState(
  db: Db,
  workshopId: string,
  id: string,
  state: TrialSheetState,
  more: { isByHand?: boolean; measuredSeconds?: number } = {},
): Promise<void> {
  await db.query(
    'UPDATE trial_sheet SET state = $3, by_hand = coalesce($4, by_hand), measured_seconds = coalesce($5, measured_seconds) WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, state, more.isByHand ?? null, more.measuredSeconds ?? null],
  );
}

/** Sets a sheet going on the stand-in. */
export async function setSheetGoing(
  db: Db,
  workshopId: string,
  id: string,
  work: { speedUp: number; totalSeconds: number; totalCutMm: number },
): Promise<void> {
  await db.query(
    `UPDATE trial_sheet SET state = 'running', by_hand = false, going_since = clock_timestamp(), speed_up = $3, total_seconds = $4, total_cut_mm = $5,
       due_at = clock_timestamp() + make_interval(secs => $4::double precision / $3::double precision) WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id, work.speedUp, work.totalSeconds, work.totalCutMm],
  );
}

/** Takes a sheet away that was never carried out. */
export async function deleteSheet(db: Db, workshopId: string, id: string): Promise<void> {
  await db.query('DELETE FROM trial_sheet WHERE workshop_id = $1 AND id = $2', [workshopId, id]);
}

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

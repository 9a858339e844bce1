import type { TrialSheetState, TuningState } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import type { QuantityName, Settings } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import type { ShapeRow } from './trial-shapes';

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

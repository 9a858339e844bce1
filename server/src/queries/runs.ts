import type { Affine } from '@keen-anvil/core/geometry';
import type { Frame } from '@keen-anvil/core/output';
import type { PartOutcome, RunInterruption, RunState } from '@keen-anvil/contract';
import type { Driver } from '@keen-anvil/core/machines';
import type { FamilyName } from '@keen-anvil/core/materials';
import type { Hold, Outcome, ProcessName, Settings } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import { TICKED } from './ticked';

export interface RunRow {
  id: string;
  seriesId: string;
  jobId: string;
  stepId: string;
  /** Of the step among those of its job, from 1. */
  stepNumber: number;
  holder: number;
  isFromBack: boolean;
  onCarrier: boolean;
  /** Where its sheet lies on the carrier; null for the carrier's own corner. */
  carrierAt: { x: number; y: number } | null;
  /** Which of the job's sheets it is done on; null where that was not written down. */
  sheetId: string | null;
  /** Which of the step's sheets that is, from 1, and of how many. */
  sheetTurn: number;
  sheetOf: number;
  recipeId: string;
  position: number;
  state: RunState;
  hold: Hold | null;
  settings: Settings;
  estimateSeconds: number;
  speedUp: number;
  doneSeconds: number;
  measuredSeconds: number | null;
  cutMm: number;
  toolWear: number | null;
  stockPieceId: string | null;
  usedLengthMm: number | null;
  isByHand: boolean;
  /** Where its sheet really lies, by its marks. */
  correction: Affine | null;
  /** From where its file counts; null for the machine's own zero. */
  zero: Frame | null;
  driver: Driver;
  /** What was ticked off before it started. */
  ticked: string[];
  interruption: RunInterruption | null;
  /** The line of its file that its machine has confirmed last, over a cable. */
  confirmedLine: number;
  /** How far it was moved on its sheet after its edge was walked; null where it was not. */
  nudge: { dxMm: number; dyMm: number } | null;
  /** The life of its tool and the revision of its recipe that it was planned by; null where that was not written down. */
  plannedToolLife: number | null;
  plannedRevision: number | null;
  /** Only these parts, where a part of a step is gone over again. */
  onlyParts: string[] | null;
  partOutcomes: PartOutcome[];
  /** What a second pass would be dialled to, as the tuner said when it was judged; null where it was not asked. */
  stronger: Settings | null;
  symptom: string | null;
  photoId: string | null;
  isLed: boolean;
  plannedCutMm: number | null;
  onTopOf: string | null;
  /** What there is to do by the stand-in; null where it was never reckoned. */
  totalSeconds: number | null;
  totalCutMm: number | null;
  /** True seconds since it was last set going, as the row was read; null while it stands. */
  goingSeconds: number | null;
  seenOutcome: Outcome | null;
  outcome: Outcome | null;
  jobName: string;
  process: ProcessName;
  colour: string;
  machineId: string;
  machineName: string;
  toolId: string;
  toolName: string;
  materialId: string;
  materialName: string;
  family: FamilyName;
}

const RUN_SELECT = `SELECT r.id, r.series_id AS "seriesId", r.job_id AS "jobId", r.step_id AS "stepId", s.position + 1 AS "stepNumber", s.holder, s.is_from_back AS "isFromBack", coalesce((SELECT h.on_carrier FROM job_sheet h WHERE h.id = r.sheet_id), false) AS "onCarrier", (SELECT h.carrier_at FROM job_sheet h WHERE h.id = r.sheet_id AND h.on_carrier) AS "carrierAt", r.sheet_id AS "sheetId", r.sheet_turn AS "sheetTurn", r.sheet_of AS "sheetOf", r.recipe_id AS "recipeId",
    r.position, r.state, r.hold, r.settings, r.estimate_seconds AS "estimateSeconds", r.speed_up AS "speedUp",
    r.done_seconds AS "doneSeconds", r.measured_seconds AS "measuredSeconds", r.cut_mm AS "cutMm", r.tool_wear AS "toolWear", r.stock_piece_id AS "stockPieceId", r.used_length_mm AS "usedLengthMm", r.by_hand AS "isByHand", r.correction, r.zero, r.driver, r.ticked, r.interruption, r.confirmed_line AS "confirmedLine", r.nudge, r.planned_tool_life AS "plannedToolLife", r.planned_revision AS "plannedRevision",
    r.only_parts AS "onlyParts", r.part_outcomes AS "partOutcomes", r.stronger, r.symptom, r.photo_id AS "photoId", coalesce((SELECT e.is_led FROM run_series e WHERE e.workshop_id = r.workshop_id AND e.id = r.series_id), false) AS "isLed", r.planned_cut_mm AS "plannedCutMm", r.on_top_of AS "onTopOf",
    r.total_seconds AS "totalSeconds", r.total_cut_mm AS "totalCutMm", extract(epoch FROM clock_timestamp() - r.going_since)::double precision AS "goingSeconds",
    r.seen_outcome AS "seenOutcome", r.outcome, j.name AS "jobName", c.process, m.colour, a.id AS "machineId", a.name AS "machineName",
    t.id AS "toolId", t.name AS "toolName", m.id AS "materialId", m.name AS "materialName", m.family
  FROM run r JOIN job j ON j.id = r.job_id JOIN job_step s ON s.id = r.step_id JOIN recipe c ON c.workshop_id = r.workshop_id AND c.id = r.recipe_id
    JOIN machine a ON a.workshop_id = r.workshop_id AND a.id = r.machine_id JOIN tool t ON t.workshop_id = r.workshop_id AND t.id = c.tool_id
    JOIN material m ON m.workshop_id = r.workshop_id AND m.id = c.material_id`;

/** One run. */
export async function findRun(db: Db, workshopId: string, id: string): Promise<RunRow | undefined> {
  const { rows } = await db.query<RunRow>(`${RUN_SELECT} WHERE r.workshop_id = $1 AND r.id = $2`, [workshopId, id]);
  return rows[0];
}

/** One run, locked until the transaction ends. */
export async function lockRun(db: Db, workshopId: string, id: string): Promise<RunRow | undefined> {
  const { rows } = await db.query<RunRow>(
    `${RUN_SELECT} WHERE r.workshop_id = $1 AND r.id = $2 FOR NO KEY UPDATE OF r`,
    [workshopId, id],
  );
  return rows[0];
}

/** The runs of a job's newest series, in order. */
export async function listNewestRuns(db: Db, workshopId: string, jobId: string): Promise<RunRow[]> {
  const { rows } = await db.query<RunRow>(
    `${RUN_SELECT} WHERE r.workshop_id = $1 AND r.series_id = (
       SELECT id FROM run_series WHERE workshop_id = $1 AND job_id = $2 ORDER BY created_at DESC LIMIT 1)
     ORDER BY r.position`,
    [workshopId, jobId],
  );
  return rows;
}

/** The runs of one series, in order. */
export async function listSeriesRuns(db: Db, workshopId: string, seriesId: string): Promise<RunRow[]> {
  const { rows } = await db.query<RunRow>(
    `${RUN_SELECT} WHERE r.workshop_id = $1 AND r.series_id = $2 ORDER BY r.position`,
    [workshopId, seriesId],
  );
  return rows;
}

/** Runs that somebody should know of: under way, waiting at a hold, paused, or finished and not scored. What was only looked at between its passes is scored with the rest of them. */
export async function listOpenRuns(db: Db, workshopId: string): Promise<RunRow[]> {
  const { rows } = await db.query<RunRow>(
    `${RUN_SELECT} WHERE r.workshop_id = $1 AND (r.state IN ('running', 'paused', 'holding') OR (r.state = 'finished' AND r.outcome IS NULL
       AND NOT EXISTS (SELECT 1 FROM run rest WHERE rest.on_top_of = r.id AND rest.hold ? 'lookAfter' AND rest.state <> 'cancelled')))
     ORDER BY array_position(ARRAY['running', 'holding', 'paused', 'finished'], r.state), r.created_at`,
    [workshopId],
  );
  return rows;
}

/** A run as it is started. */
export interface NewRunRow extends Pick<
  RunRow,
  | 'id'
  | 'seriesId'
  | 'jobId'
  | 'stepId'
  | 'sheetId'
  | 'sheetTurn'
  | 'sheetOf'
  | 'recipeId'
  | 'position'
  | 'state'
  | 'hold'
  | 'settings'
  | 'estimateSeconds'
  | 'speedUp'
  | 'stockPieceId'
  | 'usedLengthMm'
  | 'isByHand'
  | 'correction'
  | 'plannedCutMm'
  | 'onTopOf'
  | 'machineId'
  | 'totalSeconds'
  | 'totalCutMm'
  | 'zero'
  | 'driver'
  | 'nudge'
  | 'plannedToolLife'
  | 'plannedRevision'
  | 'onlyParts'
> {
  machineFile: string;
}

/** What a run is started with, by the columns of its table. */
const started = (run: NewRunRow) => ({
  id: run.id,
  series_id: run.seriesId,
  job_id: run.jobId,
  step_id: run.stepId,
  recipe_id: run.recipeId,
  position: run.position,
  state: run.state,
  hold: run.hold,
  settings: run.settings,
  machine_file: run.machineFile,
  estimate_seconds: run.estimateSeconds,
  speed_up: run.speedUp,
  stock_piece_id: run.stockPieceId,
  used_length_mm: run.usedLengthMm,
  by_hand: run.isByHand,
  planned_cut_mm: run.plannedCutMm,
  on_top_of: run.onTopOf,
  machine_id: run.machineId,
  total_seconds: run.totalSeconds,
  total_cut_mm: run.totalCutMm,
  sheet_id: run.sheetId,
  sheet_turn: run.sheetTurn,
  sheet_of: run.sheetOf,
  correction: run.correction,
  zero: run.zero,
  driver: run.driver,
  nudge: run.nudge,
  planned_tool_life: run.plannedToolLife,
  planned_revision: run.plannedRevision,
  only_parts: run.onlyParts,
});

/** Adds runs with their machine files as they are now, in one statement. */
export async function insertRuns(db: Db, workshopId: string, runs: readonly NewRunRow[]): Promise<void> {
  if (runs.length === 0) return;
  const rows = runs.map(started);
  const columns = Object.keys(rows[0]).join(', ');
  await db.query(
    `INSERT INTO run (workshop_id, ${columns}) SELECT $1, ${columns} FROM json_populate_recordset(NULL::run, $2::json)`,
    [workshopId, JSON.stringify(rows)],
  );
}

/** Takes a run that has not begun out of its series, with what was told of it. */
export async function dropRun(db: Db, workshopId: string, id: string): Promise<void> {
  await db.query('DELETE FROM run_event WHERE workshop_id = $1 AND run_id = $2', [workshopId, id]);
  await db.query('DELETE FROM run WHERE workshop_id = $1 AND id = $2', [workshopId, id]);
}

/** The machine file that a run was started with. */
export async function findMachineFile(db: Db, workshopId: string, id: string): Promise<string | undefined> {
  const { rows } = await db.query<{ machineFile: string }>(
    'SELECT machine_file AS "machineFile" FROM run WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
  return rows[0]?.machineFile;
}

/** Where it is told that a run has changed. */
export const RUN_CHANNEL = 'run_changed';

/** How a run is to stand. Set going, it is due in so many true seconds; `null` leaves its end to the maker. */
export interface RunStanding {
  state: RunState;
  doneSeconds: number;
  cutMm: number;
  event: string;
  going?: { dueInSeconds: number | null };
}

/** Writes the event of runs that were `turned`, and tells everybody who listens. */
const toldOf = (event: string, channel: string): string => `, written AS (
       INSERT INTO run_event (workshop_id, run_id, kind, done_seconds) SELECT workshop_id, id, ${event}::text, done_seconds FROM turned)
     SELECT pg_notify(${channel}, id::text) FROM turned`;

/**
 * Writes how a run stands, and the event that brought it there, and tells everybody who listens; only where it stands as it was
 * seen. Returns false where it does not.
 */
export async function turnRun(
  db: Db,
  workshopId: string,
  id: string,
  from: readonly RunState[],
  to: RunStanding,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `WITH turned AS (
       UPDATE run SET state = $4, done_seconds = $5, cut_mm = $6,
         going_since = CASE WHEN $7 THEN clock_timestamp() END,
         due_at = CASE WHEN $7 AND $8::double precision IS NOT NULL THEN clock_timestamp() + make_interval(secs => $8) END
       WHERE workshop_id = $1 AND id = $2 AND state = ANY ($3) RETURNING workshop_id, id, done_seconds)
     ${toldOf('$9', '$10')}`,
    [
      workshopId,
      id,
      from,
      to.state,
      to.doneSeconds,
      to.cutMm,
      to.going !== undefined,
      to.going?.dueInSeconds ?? null,
      to.event,
      RUN_CHANNEL,
    ],
  );
  return rowCount === 1;
}

/** Cancels all that comes behind a place of a series and has not begun; it has worn nothing and taken nothing. */
export async function cancelUnbegun(db: Db, workshopId: string, seriesId: string, after: number): Promise<void> {
  await db.query(
    `WITH turned AS (
       UPDATE run SET state = 'cancelled'
       WHERE workshop_id = $1 AND series_id = $2 AND position > $3 AND state IN ('queued', 'holding') RETURNING workshop_id, id, done_seconds)
     ${toldOf('$4', '$5')}`,
    [workshopId, seriesId, after, 'cancelled', RUN_CHANNEL],
  );
}

/** A step that was on hold waits in its line again; its machine is free. */
export async function takeBackHold(db: Db, workshopId: string, id: string): Promise<void> {
  await db.query(`UPDATE run SET state = 'queued' WHERE workshop_id = $1 AND id = $2 AND state = 'holding'`, [
    workshopId,
    id,
  ]);
  await tellOfRun(db, id);
}

/** Tells every server that a run has changed, once the transaction is written. */
export async function tellOfRun(db: Db, id: string): Promise<void> {
  await db.query('SELECT pg_notify($1, $2)', [RUN_CHANNEL, id]);
}

/** Writes what a finished run measured and what the stand-in saw. */
export async function finishRun(
  db: Db,
  workshopId: string,
  id: string,
  end: { measuredSeconds: number; toolWear: number; toolLife: number; seenOutcome: Outcome | null },
): Promise<void> {
  await db.query(
    'UPDATE run SET measured_seconds = $3, tool_wear = $4, tool_life = $5, seen_outcome = $6, finished_at = now() WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, end.measuredSeconds, end.toolWear, end.toolLife, end.seenOutcome],
  );
}

/** Runs that can still be gone on with, and of which it was never reckoned what there is to do. */
export async function listUnreckonedRuns(
  db: Db,
): Promise<(Pick<RunRow, 'id' | 'machineId' | 'settings' | 'zero'> & { workshopId: string })[]> {
  const { rows } = await db.query<Pick<RunRow, 'id' | 'machineId' | 'settings' | 'zero'> & { workshopId: string }>(
    `SELECT id, workshop_id AS "workshopId", machine_id AS "machineId", settings, zero FROM run WHERE total_seconds IS NULL AND NOT by_hand AND state IN ('queued', 'holding', 'running', 'paused')`,
  );
  return rows;
}

/** Writes what there is to do for a run. */
export async function setRunTotals(
  db: Db,
  workshopId: string,
  id: string,
  { totalSeconds, cutMm }: { totalSeconds: number; cutMm: number },
): Promise<void> {
  await db.query('UPDATE run SET total_seconds = $3, total_cut_mm = $4 WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    id,
    totalSeconds,
    cutMm,
  ]);
}

/** Writes another machine file for a run that has not begun: brought to where its sheet lies. */
export async function rewriteRun(
  db: Db,
  workshopId: string,
  run: Pick<
    NewRunRow,
    | 'id'
    | 'machineFile'
    | 'correction'
    | 'zero'
    | 'nudge'
    | 'plannedToolLife'
    | 'plannedRevision'
    | 'settings'
    | 'estimateSeconds'
    | 'plannedCutMm'
    | 'totalSeconds'
    | 'totalCutMm'
  >,
): Promise<boolean> {
  const { rowCount } = await db.query(
    `UPDATE run SET machine_file = $3, correction = $4, estimate_seconds = $5, planned_cut_mm = $6, total_seconds = $7, total_cut_mm = $8, zero = $9, nudge = $10,
       planned_tool_life = $11, planned_revision = $12, settings = $13
     WHERE workshop_id = $1 AND id = $2 AND state IN ('queued', 'holding')`,
    [
      workshopId,
      run.id,
      run.machineFile,
      run.correction,
      run.estimateSeconds,
      run.plannedCutMm,
      run.totalSeconds,
      run.totalCutMm,
      run.zero,
      run.nudge,
      run.plannedToolLife,
      run.plannedRevision,
      run.settings,
    ],
  );
  return rowCount === 1;
}

/** Makes room in a series behind a place: the runs that come later stand one further on. */
export async function makeRoomAfter(db: Db, workshopId: string, seriesId: string, position: number): Promise<void> {
  const { rows } = await db.query<{ id: string }>(
    'SELECT id FROM run WHERE workshop_id = $1 AND series_id = $2 AND position > $3 ORDER BY position DESC',
    [workshopId, seriesId, position],
  );
  for (const { id } of rows)
    await db.query('UPDATE run SET position = position + 1 WHERE workshop_id = $1 AND id = $2', [workshopId, id]);
}

/** Writes the maker's verdict, with what differs by part; null takes it back. What is not said of a photo or a symptom stays. */
export async function scoreRun(
  db: Db,
  workshopId: string,
  id: string,
  outcome: Outcome | null,
  more: {
    parts?: readonly PartOutcome[];
    symptom?: string | null;
    photoId?: string | null;
    stronger?: Settings | null;
  } = {},
): Promise<void> {
  await db.query(
    `UPDATE run SET outcome = $3, part_outcomes = coalesce($4::jsonb, part_outcomes), symptom = CASE WHEN $5 THEN $6 ELSE symptom END,
       photo_id = CASE WHEN $7 THEN $8::uuid ELSE photo_id END, stronger = $9 WHERE workshop_id = $1 AND id = $2`,
    [
      workshopId,
      id,
      outcome,
      more.parts ? JSON.stringify(more.parts) : null,
      more.symptom !== undefined,
      more.symptom ?? null,
      more.photoId !== undefined,
      more.photoId ?? null,
      more.stronger ?? null,
    ],
  );
}

/** Writes whether a line is ticked before a run starts. */
export async function tickRun(db: Db, workshopId: string, id: string, line: string, isTicked: boolean): Promise<void> {
  await db.query(`UPDATE run SET ticked = ${TICKED} WHERE workshop_id = $1 AND id = $2`, [
    workshopId,
    id,
    line,
    isTicked,
  ]);
  await tellOfRun(db, id);
}

/** A run that was broken off goes on. */
export async function forgetInterruption(db: Db, workshopId: string, id: string): Promise<void> {
  await db.query('UPDATE run SET interruption = NULL WHERE workshop_id = $1 AND id = $2', [workshopId, id]);
}

/** Writes how far a run over a cable is, and why it was broken off, if it was: what was sent before that and comes late does not undo it. */
export async function reportRun(
  db: Db,
  workshopId: string,
  id: string,
  report: { doneSeconds: number; cutMm: number; line: number; interruption: RunInterruption | null },
): Promise<void> {
  await db.query(
    `UPDATE run SET done_seconds = greatest(done_seconds, $3), cut_mm = greatest(cut_mm, $4), confirmed_line = greatest(confirmed_line, $5), interruption = coalesce($6, interruption)
     WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id, report.doneSeconds, report.cutMm, report.line, report.interruption],
  );
  await tellOfRun(db, id);
}

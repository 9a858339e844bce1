import type { NoteView, RunState } from '@keen-anvil/contract';
import type { JobDocument } from '@keen-anvil/core/jobs';
import type { Outcome } from '@keen-anvil/core/recipes';
import type { ToolKind } from '@keen-anvil/core/tools';
import type { Details } from '@keen-anvil/core/units';
import type { Db } from '../db/db';
import { DOCUMENT } from './documents';
import { REDO, UNDO } from './edits';

export interface JobRow {
  id: string;
  name: string;
  version: number;
  updatedAt: string;
  isArchived: boolean;
}

const JOB_COLUMNS = 'id, name, version, updated_at AS "updatedAt", is_archived AS "isArchived"';

/** How a run of a job's newest series stands. */
export interface RunStanding {
  state: RunState;
  outcome: Outcome | null;
}

/** What a list shows of a step: what colours its work will have. */
export interface StepLook {
  materialColour: string | null;
  toolKind: ToolKind;
  toolDetails: Details;
}

/** A job as a list shows it. */
export interface ListedJob extends JobRow {
  steps: StepLook[];
  runs: RunStanding[];
}

const RUNS_OF_JOB = `coalesce((SELECT jsonb_agg(jsonb_build_object('state', r.state, 'outcome', r.outcome)) FROM run r
    WHERE r.series_id = (SELECT n.id FROM run_series n WHERE n.job_id = job.id ORDER BY n.created_at DESC LIMIT 1)), '[]') AS runs`;

/** A job with its document and notes, how it stands, and what can be undone and done again in it on one device. */
export interface ToldJob extends JobRow {
  document: JobDocument;
  /** How large the file of each drawing is. */
  byteCounts: Record<string, number>;
  runs: RunStanding[];
  notes: NoteView[];
  undo: string | null;
  redo: string | null;
}

const BYTE_COUNTS = `coalesce((SELECT jsonb_object_agg(d.id, octet_length(d.file_bytes)) FROM artwork d WHERE d.job_id = job.id AND NOT d.is_gone), '{}') AS "byteCounts"`;

/** One job with all that is told of it, in one statement. */
export async function findToldJob(
  db: Db,
  workshopId: string,
  id: string,
  device: string | null,
): Promise<ToldJob | undefined> {
  const { rows } = await db.query<ToldJob>(
    `SELECT ${JOB_COLUMNS}, ${RUNS_OF_JOB}, ${DOCUMENT} AS document,
       ${BYTE_COUNTS},
       coalesce((SELECT jsonb_agg(jsonb_build_object('id', n.id, 'kind', n.kind, 'label', n.label, 'value', n.value, 'madeAt', iso(n.made_at), 'isArchived', n.is_archived) ORDER BY n.made_at, n.id)
         FROM job_note n WHERE n.job_id = job.id), '[]') AS notes,
       ${UNDO('$3')} AS undo, ${REDO('$3')} AS redo
     FROM job WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id, device],
  );
  return rows[0];
}

/** One job; undefined where it is not in this workshop. */
export async function findJob(db: Db, workshopId: string, id: string): Promise<JobRow | undefined> {
  const { rows } = await db.query<JobRow>(`SELECT ${JOB_COLUMNS} FROM job WHERE workshop_id = $1 AND id = $2`, [
    workshopId,
    id,
  ]);
  return rows[0];
}

/** One page of the list of jobs. */
export interface JobPage {
  /** null: also those that were put away, behind the others. */
  isArchived: boolean | null;
  limit: number;
  offset: number;
}

/** A page of the workshop's jobs, the last touched first. */
export async function listJobs(db: Db, workshopId: string, page: JobPage): Promise<ListedJob[]> {
  const { rows } = await db.query<ListedJob>(
    `SELECT ${JOB_COLUMNS}, ${RUNS_OF_JOB},
       coalesce((SELECT jsonb_agg(jsonb_build_object('materialColour', m.colour, 'toolKind', t.kind, 'toolDetails', t.details) ORDER BY s.position)
         FROM job_step s JOIN tool t ON t.workshop_id = s.workshop_id AND t.id = s.tool_id LEFT JOIN material m ON m.workshop_id = s.workshop_id AND m.id = s.material_id
         WHERE s.job_id = job.id AND NOT s.is_gone), '[]') AS steps
     FROM job WHERE workshop_id = $1 AND ($2::boolean IS NULL OR is_archived = $2)
     ORDER BY is_archived, updated_at DESC, id LIMIT $3 OFFSET $4`,
    [workshopId, page.isArchived, page.limit, page.offset],
  );
  return rows;
}

/** A job, locked until the transaction ends. */
export async function lockJob(db: Db, workshopId: string, id: string): Promise<JobRow | undefined> {
  const { rows } = await db.query<JobRow>(
    `SELECT ${JOB_COLUMNS} FROM job WHERE workshop_id = $1 AND id = $2 FOR NO KEY UPDATE`,
    [workshopId, id],
  );
  return rows[0];
}

/** Adds a job. Returns false where its id is taken. */
export async function insertJob(db: Db, workshopId: string, job: { id: string; name: string }): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO job (id, workshop_id, name) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING',
    [job.id, workshopId, job.name],
  );
  return rowCount === 1;
}

/** Writes a job's name, and counts its version up. */
export async function renameJob(db: Db, workshopId: string, id: string, name: string): Promise<void> {
  await db.query(
    'UPDATE job SET name = $3, version = version + 1, updated_at = now() WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, name],
  );
}

/** Puts a job away, or takes it out again. Returns false where there is none. */
export async function archiveJobRow(db: Db, workshopId: string, id: string, isArchived: boolean): Promise<boolean> {
  const { rowCount } = await db.query(
    'UPDATE job SET is_archived = $3, version = version + 1 WHERE workshop_id = $1 AND id = $2',
    [workshopId, id, isArchived],
  );
  return rowCount === 1;
}

/** Writes whether a job's steps are in an order by hand. */
export async function updateOrderByHand(db: Db, workshopId: string, id: string, isOrderByHand: boolean): Promise<void> {
  await db.query('UPDATE job SET is_order_by_hand = $3 WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    id,
    isOrderByHand,
  ]);
}

/** Counts an edit of what is in a job: what was worked out from it before does not hold any more. @returns when that was */
export async function countEdit(db: Db, workshopId: string, id: string): Promise<string> {
  const { rows } = await db.query<{ updatedAt: string }>(
    'UPDATE job SET updated_at = now(), version = version + 1 WHERE workshop_id = $1 AND id = $2 RETURNING updated_at AS "updatedAt"',
    [workshopId, id],
  );
  return rows[0].updatedAt;
}

/** How large the file of each drawing of a job is. */
export async function findByteCounts(db: Db, workshopId: string, id: string): Promise<ToldJob['byteCounts']> {
  const { rows } = await db.query<Pick<ToldJob, 'byteCounts'>>(
    `SELECT ${BYTE_COUNTS} FROM job WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id],
  );
  return rows[0].byteCounts;
}

/** Locks a job that has this version and counts an edit of it. @returns when that was; undefined where it has another one */
export async function countEditOf(
  db: Db,
  workshopId: string,
  id: string,
  version: number,
): Promise<string | undefined> {
  const { rows } = await db.query<{ updatedAt: string }>(
    `UPDATE job SET updated_at = now(), version = version + 1 WHERE workshop_id = $1 AND id = $2 AND version = $3
     RETURNING updated_at AS "updatedAt"`,
    [workshopId, id, version],
  );
  return rows[0]?.updatedAt;
}

/** What could be taken back, and done again, in a job on a device. */
export async function findTurns(
  db: Db,
  workshopId: string,
  id: string,
  device: string | null,
): Promise<Pick<ToldJob, 'undo' | 'redo'>> {
  const { rows } = await db.query<Pick<ToldJob, 'undo' | 'redo'>>(
    `SELECT ${UNDO('$3')} AS undo, ${REDO('$3')} AS redo FROM job WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id, device],
  );
  return rows[0];
}

/** Says that something within the job was touched. */
export async function touchJob(db: Db, workshopId: string, id: string): Promise<void> {
  await db.query('UPDATE job SET updated_at = now() WHERE workshop_id = $1 AND id = $2', [workshopId, id]);
}

/** Which job a step belongs to. */
export async function findJobOfStep(db: Db, workshopId: string, stepId: string): Promise<string | undefined> {
  const { rows } = await db.query<{ jobId: string }>(
    'SELECT job_id AS "jobId" FROM job_step WHERE workshop_id = $1 AND id = $2',
    [workshopId, stepId],
  );
  return rows[0]?.jobId;
}

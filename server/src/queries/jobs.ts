import type { StepView } from '@keen-anvil/contract';
import type { ArtworkReading } from '@keen-anvil/core/artwork';
import type { Point } from '@keen-anvil/core/geometry';
import type { Db } from '../db/pool';

export interface JobRow {
  id: string;
  name: string;
  widthMm: number | null;
  version: number;
  updatedAt: Date;
}

const JOB_COLUMNS = 'id, name, width_mm AS "widthMm", version, updated_at AS "updatedAt"';

/** All jobs of the workshop (or one), the last touched first. */
export async function listJobs(db: Db, workshopId: string, id: string | null = null): Promise<JobRow[]> {
  const { rows } = await db.query<JobRow>(
    `SELECT ${JOB_COLUMNS} FROM job WHERE workshop_id = $1 AND ($2::uuid IS NULL OR id = $2) ORDER BY updated_at DESC`,
    [workshopId, id],
  );
  return rows;
}

/** A job, locked until the transaction ends. */
export async function lockJob(db: Db, workshopId: string, id: string): Promise<JobRow | undefined> {
  const { rows } = await db.query<JobRow>(`SELECT ${JOB_COLUMNS} FROM job WHERE workshop_id = $1 AND id = $2 FOR UPDATE`, [workshopId, id]);
  return rows[0];
}

/** Adds a job. Returns false where its id is taken. */
export async function insertJob(db: Db, workshopId: string, job: { id: string; name: string }): Promise<boolean> {
  const { rowCount } = await db.query('INSERT INTO job (id, workshop_id, name) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING', [job.id, workshopId, job.name]);
  return rowCount === 1;
}

/** Writes a job's name and width and counts its version up. */
export async function updateJob(db: Db, id: string, change: { name: string; widthMm: number | null }): Promise<void> {
  await db.query('UPDATE job SET name = $2, width_mm = $3, version = version + 1, updated_at = now() WHERE id = $1', [id, change.name, change.widthMm]);
}

/** Says that something within the job was touched. */
export async function touchJob(db: Db, id: string): Promise<void> {
  await db.query('UPDATE job SET updated_at = now() WHERE id = $1', [id]);
}

export interface ArtworkRow {
  id: string;
  jobId: string;
  fileName: string;
  byteCount: number;
  reading: ArtworkReading;
  drawnWidthMm: number;
  drawnHeightMm: number;
}

/** The job's drawing as it was read, without the file itself. */
export async function findArtwork(db: Db, workshopId: string, jobId: string): Promise<ArtworkRow | undefined> {
  const { rows } = await db.query<ArtworkRow>(
    `SELECT id, job_id AS "jobId", file_name AS "fileName", octet_length(file_bytes) AS "byteCount", reading,
       drawn_width_mm AS "drawnWidthMm", drawn_height_mm AS "drawnHeightMm"
     FROM artwork WHERE workshop_id = $1 AND job_id = $2`,
    [workshopId, jobId],
  );
  return rows[0];
}

/** The file as it came. */
export async function findArtworkFile(db: Db, workshopId: string, id: string): Promise<{ fileName: string; bytes: Buffer } | undefined> {
  const { rows } = await db.query<{ fileName: string; bytes: Buffer }>(
    'SELECT file_name AS "fileName", file_bytes AS bytes FROM artwork WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
  return rows[0];
}

export interface NewArtworkRow extends Omit<ArtworkRow, 'byteCount'> {
  bytes: Buffer;
}

/** Keeps a drawing: its bytes and what was read. */
export async function insertArtwork(db: Db, workshopId: string, row: NewArtworkRow): Promise<void> {
  await db.query(
    `INSERT INTO artwork (id, workshop_id, job_id, file_name, file_bytes, reading, drawn_width_mm, drawn_height_mm)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [row.id, workshopId, row.jobId, row.fileName, row.bytes, row.reading, row.drawnWidthMm, row.drawnHeightMm],
  );
}

/** A step as it stands in its row: what the app sees of it, less what is found for it. */
export interface StepRow extends Omit<StepView, 'hold' | 'parts' | 'match'> {
  jobId: string;
}

const STEP_COLUMNS = `id, job_id AS "jobId", position, colour, process, material_id AS "materialId", stock_piece_id AS "stockPieceId",
  machine_id AS "machineId", tool_id AS "toolId", holder, mirrored, on_carrier AS "onCarrier", is_skipped AS "isSkipped", version`;

/** The steps of one job, or of all, in the order in which they run. */
export async function listSteps(db: Db, workshopId: string, jobId: string | null = null): Promise<StepRow[]> {
  const { rows } = await db.query<StepRow>(
    `SELECT ${STEP_COLUMNS} FROM job_step WHERE workshop_id = $1 AND ($2::uuid IS NULL OR job_id = $2) ORDER BY job_id, position`,
    [workshopId, jobId],
  );
  return rows;
}

/** One step, locked until the transaction ends. */
export async function lockStep(db: Db, workshopId: string, id: string): Promise<StepRow | undefined> {
  const { rows } = await db.query<StepRow>(`SELECT ${STEP_COLUMNS} FROM job_step WHERE workshop_id = $1 AND id = $2 FOR UPDATE`, [workshopId, id]);
  return rows[0];
}

/** Which job a step belongs to. */
export async function findJobOfStep(db: Db, workshopId: string, stepId: string): Promise<string | undefined> {
  const { rows } = await db.query<{ jobId: string }>('SELECT job_id AS "jobId" FROM job_step WHERE workshop_id = $1 AND id = $2', [workshopId, stepId]);
  return rows[0]?.jobId;
}

/** Adds a step. */
export async function insertStep(db: Db, workshopId: string, step: Omit<StepRow, 'version'>): Promise<void> {
  await db.query(
    `INSERT INTO job_step (id, workshop_id, job_id, position, colour, process, material_id, stock_piece_id, machine_id, tool_id, holder, mirrored, on_carrier, is_skipped)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14)`,
    [step.id, workshopId, step.jobId, step.position, step.colour, step.process, step.materialId, step.stockPieceId, step.machineId, step.toolId, step.holder, step.mirrored, step.onCarrier, step.isSkipped],
  );
}

/** Writes a whole step and counts its version up. */
export async function updateStep(db: Db, step: StepRow): Promise<void> {
  await db.query(
    `UPDATE job_step SET position = $2, process = $3, material_id = $4, stock_piece_id = $5, machine_id = $6, tool_id = $7,
       holder = $8, mirrored = $9, on_carrier = $10, is_skipped = $11, version = version + 1 WHERE id = $1`,
    [step.id, step.position, step.process, step.materialId, step.stockPieceId, step.machineId, step.toolId, step.holder, step.mirrored, step.onCarrier, step.isSkipped],
  );
}

export interface PartRow {
  id: string;
  stepId: string;
  partIndex: number;
  place: Point;
}

/** The parts of a job with their places on their sheets, in the order of the drawing. */
export async function listParts(db: Db, workshopId: string, jobId: string): Promise<PartRow[]> {
  const { rows } = await db.query<PartRow>(
    `SELECT p.id, p.step_id AS "stepId", p.part_index AS "partIndex", jsonb_build_object('x', l.x_mm, 'y', l.y_mm) AS place
     FROM job_part p JOIN job_step s ON s.id = p.step_id JOIN placement l ON l.part_id = p.id
     WHERE p.workshop_id = $1 AND s.job_id = $2 ORDER BY p.part_index`,
    [workshopId, jobId],
  );
  return rows;
}

/** Adds parts, each at the same first place; one statement however many. */
export async function insertParts(db: Db, workshopId: string, artworkId: string, parts: { id: string; stepId: string; partIndex: number }[]): Promise<void> {
  const columns = [parts.map((p) => p.id), parts.map((p) => p.stepId), parts.map((p) => p.partIndex)];
  await db.query(
    `INSERT INTO job_part (id, workshop_id, artwork_id, step_id, part_index)
     SELECT id, $1, $2, step_id, part_index FROM unnest($3::uuid[], $4::uuid[], $5::int[]) AS t(id, step_id, part_index)`,
    [workshopId, artworkId, ...columns],
  );
  await db.query('INSERT INTO placement (part_id, workshop_id, x_mm, y_mm) SELECT id, $1, 0, 0 FROM unnest($2::uuid[]) AS t(id)', [workshopId, columns[0]]);
}

/** Puts all parts of a step to one place. */
export async function placeStep(db: Db, stepId: string, place: Point): Promise<void> {
  await db.query(
    `UPDATE placement SET x_mm = $2, y_mm = $3, version = placement.version + 1
     FROM job_part WHERE job_part.id = placement.part_id AND job_part.step_id = $1`,
    [stepId, place.x, place.y],
  );
}

/** Moves some parts of a step. Returns how many there were. */
export async function movePlacements(db: Db, stepId: string, partIds: string[], by: Point): Promise<number> {
  const { rowCount } = await db.query(
    `UPDATE placement SET x_mm = x_mm + $3, y_mm = y_mm + $4, version = placement.version + 1
     FROM job_part WHERE job_part.id = placement.part_id AND job_part.step_id = $1 AND job_part.id = ANY($2::uuid[])`,
    [stepId, partIds, by.x, by.y],
  );
  return rowCount ?? 0;
}

import type { TemplateSummary } from '@keen-anvil/contract';
import type { Settings, Temper } from '@keen-anvil/core/recipes';
import type { Db } from '../db/pool';
import type { JobSnapshot } from './edits';
import type { NewNote } from '@keen-anvil/contract';

/** The recipe of a step as it was when the template was made. */
export interface RecipeThen {
  stepId: string;
  recipeId: string | null;
  settings: Settings | null;
  temper: Temper | null;
  toolLife: number | null;
}

/** A job as it was. */
export interface TemplateSnapshot extends Omit<JobSnapshot, 'artworks'> {
  /** The reading that the parts' numbers are of; not there in templates from before readings had numbers. */
  artworks: (JobSnapshot['artworks'][number] & { readingNumber?: number })[];
  recipes: RecipeThen[];
  notes: Omit<NewNote, 'id'>[];
}

export interface TemplateRow extends TemplateSummary {
  snapshot: TemplateSnapshot;
}

const COLUMNS = `id, name, job_id AS "jobId", jsonb_array_length(snapshot->'steps') AS "stepCount", made_at AS "madeAt", is_archived AS "isArchived"`;

/** The workshop's templates, newest first. */
export async function listTemplates(db: Db, workshopId: string): Promise<TemplateSummary[]> {
  const { rows } = await db.query<TemplateSummary>(
    `SELECT ${COLUMNS} FROM job_template WHERE workshop_id = $1 ORDER BY made_at DESC`,
    [workshopId],
  );
  return rows;
}

/** One template with the job as it was. */
export async function findTemplate(db: Db, workshopId: string, id: string): Promise<TemplateRow | undefined> {
  const { rows } = await db.query<TemplateRow>(
    `SELECT ${COLUMNS}, snapshot FROM job_template WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id],
  );
  return rows[0];
}

/** Keeps a template. Returns false where its id is taken. */
export async function insertTemplate(
  db: Db,
  workshopId: string,
  row: { id: string; jobId: string; name: string; snapshot: TemplateSnapshot },
): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO job_template (id, workshop_id, job_id, name, snapshot) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING',
    [row.id, workshopId, row.jobId, row.name, row.snapshot],
  );
  return rowCount === 1;
}

/** Puts a template away, or takes it out again. Returns false where there is none. */
export async function archiveTemplate(db: Db, workshopId: string, id: string, isArchived: boolean): Promise<boolean> {
  const { rowCount } = await db.query('UPDATE job_template SET is_archived = $3 WHERE workshop_id = $1 AND id = $2', [
    workshopId,
    id,
    isArchived,
  ]);
  return rowCount === 1;
}

/** Copies a drawing into another job, file and all, as it was read under that number. Returns false where that reading is not there. */
export async function copyArtwork(
  db: Db,
  workshopId: string,
  fromId: string,
  readingNumber: number,
  to: { id: string; jobId: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO artwork (id, workshop_id, job_id, kind, file_name, file_bytes, reading, choices, drawn_width_mm, drawn_height_mm, drawn_min_x, drawn_min_y, scale_x, scale_y, x_mm, y_mm, is_size_locked, reads_reversed, position)
     SELECT $3, a.workshop_id, $4, a.kind, coalesce(r.file_name, a.file_name), a.file_bytes, coalesce(r.reading, a.reading), coalesce(r.choices, a.choices),
       coalesce(r.drawn_width_mm, a.drawn_width_mm), coalesce(r.drawn_height_mm, a.drawn_height_mm), coalesce(r.drawn_min_x, a.drawn_min_x), coalesce(r.drawn_min_y, a.drawn_min_y),
       a.scale_x, a.scale_y, a.x_mm, a.y_mm, a.is_size_locked, a.reads_reversed, a.position
     FROM artwork a LEFT JOIN artwork_reading r ON r.artwork_id = a.id AND r.number = $5
     WHERE a.workshop_id = $1 AND a.id = $2 AND (a.reading_number = $5 OR r.number IS NOT NULL)`,
    [workshopId, fromId, to.id, to.jobId, readingNumber],
  );
  return rowCount === 1;
}

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
export interface TemplateSnapshot extends JobSnapshot {
  recipes: RecipeThen[];
  notes: Omit<NewNote, 'id'>[];
}

export interface TemplateRow extends TemplateSummary {
  snapshot: TemplateSnapshot;
}

const COLUMNS = `id, name, job_id AS "jobId", jsonb_array_length(snapshot->'steps') AS "stepCount", made_at AS "madeAt"`;

/** The workshop's templates, newest first. */
export async function listTemplates(db: Db, workshopId: string): Promise<TemplateSummary[]> {
  const { rows } = await db.query<TemplateSummary>(`SELECT ${COLUMNS} FROM job_template WHERE workshop_id = $1 ORDER BY made_at DESC`, [workshopId]);
  return rows;
}

/** One template with the job as it was. */
export async function findTemplate(db: Db, workshopId: string, id: string): Promise<TemplateRow | undefined> {
  const { rows } = await db.query<TemplateRow>(`SELECT ${COLUMNS}, snapshot FROM job_template WHERE workshop_id = $1 AND id = $2`, [workshopId, id]);
  return rows[0];
}

/** Keeps a template. Returns false where its id is taken. */
export async function insertTemplate(db: Db, workshopId: string, row: { id: string; jobId: string; name: string; snapshot: TemplateSnapshot }): Promise<boolean> {
  const { rowCount } = await db.query('INSERT INTO job_template (id, workshop_id, job_id, name, snapshot) VALUES ($1, $2, $3, $4, $5) ON CONFLICT DO NOTHING', [row.id, workshopId, row.jobId, row.name, row.snapshot]);
  return rowCount === 1;
}

/** Copies a drawing into another job, file and all. */
export async function copyArtwork(db: Db, workshopId: string, fromId: string, to: { id: string; jobId: string }): Promise<void> {
  await db.query(
    `INSERT INTO artwork (id, workshop_id, job_id, kind, file_name, file_bytes, reading, choices, drawn_width_mm, drawn_height_mm, drawn_min_x, drawn_min_y, scale_x, scale_y, x_mm, y_mm, is_size_locked, reads_reversed, position)
     SELECT $3, workshop_id, $4, kind, file_name, file_bytes, reading, choices, drawn_width_mm, drawn_height_mm, drawn_min_x, drawn_min_y, scale_x, scale_y, x_mm, y_mm, is_size_locked, reads_reversed, position
     FROM artwork WHERE workshop_id = $1 AND id = $2`,
    [workshopId, fromId, to.id, to.jobId],
  );
}

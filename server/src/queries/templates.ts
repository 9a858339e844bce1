import type { TemplateSummary } from '@keen-anvil/contract';
import type { JobDocument } from '@keen-anvil/core/jobs';
import type { Settings, Temper } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
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
export interface TemplateSnapshot {
  document: JobDocument;
  recipes: RecipeThen[];
  notes: Omit<NewNote, 'id'>[];
}

export interface TemplateRow extends TemplateSummary {
  snapshot: TemplateSnapshot;
}

const COLUMNS = `id, name, job_id AS "jobId", jsonb_array_length(snapshot->'document'->'steps') AS "stepCount", made_at AS "madeAt", is_archived AS "isArchived"`;

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

import type { NewNote, NoteView } from '@keen-anvil/contract';
import type { Db } from '../db/db';

/** The notes of a job, oldest first. */
export async function listNotes(db: Db, workshopId: string, jobId: string): Promise<NoteView[]> {
  const { rows } = await db.query<NoteView>(
    'SELECT id, kind, label, value, made_at AS "madeAt", is_archived AS "isArchived" FROM job_note WHERE workshop_id = $1 AND job_id = $2 ORDER BY made_at, id',
    [workshopId, jobId],
  );
  return rows;
}

/** Adds a note. Returns false where its id is taken. */
export async function insertNote(db: Db, workshopId: string, jobId: string, note: NewNote): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO job_note (id, workshop_id, job_id, kind, label, value) VALUES ($1, $2, $3, $4, $5, $6) ON CONFLICT DO NOTHING',
    [note.id, workshopId, jobId, note.kind, note.label, note.value],
  );
  return rowCount === 1;
}

/** Puts a note away, or takes it out again. Returns the job it is in. */
export async function archiveNote(
  db: Db,
  workshopId: string,
  id: string,
  isArchived: boolean,
): Promise<string | undefined> {
  const { rows } = await db.query<{ jobId: string }>(
    'UPDATE job_note SET is_archived = $3, version = version + 1 WHERE workshop_id = $1 AND id = $2 RETURNING job_id AS "jobId"',
    [workshopId, id, isArchived],
  );
  return rows[0]?.jobId;
}

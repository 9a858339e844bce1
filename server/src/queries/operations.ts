import type { Db } from '../db/db';

export interface OperationRow {
  asked: string;
  status: number | null;
  answer: unknown;
  jobId: string | null;
}

/** Where it is told that something was written. */
export const WRITTEN_CHANNEL = 'written';

/** What is told of a write: in which workshop, at which address, and the name that its sender gave it. */
export interface ToldWrite {
  workshopId: string;
  at: string;
  key: string;
}

/** A write that was done under this name. */
export async function findOperation(db: Db, workshopId: string, key: string): Promise<OperationRow | undefined> {
  const { rows } = await db.query<OperationRow>(
    'SELECT asked, status, answer, job_id AS "jobId" FROM operation WHERE workshop_id = $1 AND key = $2',
    [workshopId, key],
  );
  return rows[0];
}

/**
 * Takes a name for a write that is being done, and tells every server of it once it is written; waits for another one that does the
 * same. Returns false where it was done.
 */
export async function claimOperation(
  db: Db,
  { workshopId, at, key, asked }: ToldWrite & { asked: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `WITH taken AS (INSERT INTO operation (workshop_id, key, asked) VALUES ($1, $2, $3) ON CONFLICT DO NOTHING RETURNING key)
     SELECT pg_notify($4, $5) FROM taken`,
    [workshopId, key, asked, WRITTEN_CHANNEL, JSON.stringify({ workshopId, at, key } satisfies ToldWrite)],
  );
  return rowCount === 1;
}

/** Keeps how a write was answered. */
export async function keepAnswer(
  db: Db,
  workshopId: string,
  key: string,
  { status, answer, jobId }: { status: number | null; answer: unknown; jobId: string | null },
): Promise<void> {
  await db.query(
    'UPDATE operation SET status = coalesce($3, status), answer = $4, job_id = $5 WHERE workshop_id = $1 AND key = $2',
    [workshopId, key, status, answer === null ? null : JSON.stringify(answer), jobId],
  );
}

/** Forgets what was done more than so many days ago. */
export async function forgetOperations(db: Db, days: number): Promise<void> {
  await db.query('DELETE FROM operation WHERE created_at < now() - make_interval(days => $1)', [days]);
}

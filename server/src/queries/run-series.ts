import type { Db } from '../db/db';

export interface SeriesRow {
  id: string;
  jobId: string;
  isOpen: boolean;
}

/** A series by its id, in whatever workshop; undefined where there is none in this one. */
export async function findSeries(db: Db, workshopId: string, id: string): Promise<SeriesRow | undefined> {
  const { rows } = await db.query<SeriesRow>(
    'SELECT id, job_id AS "jobId", is_open AS "isOpen" FROM run_series WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
  return rows[0];
}

/** Whether a machine is at work on the job that is called `job` in a statement. */
export const IS_ON_MACHINE = 'EXISTS (SELECT FROM run_series o WHERE o.job_id = job.id AND o.is_open)';

/** The series of a job that can still be gone on with. */
export async function findOpenSeries(db: Db, workshopId: string, jobId: string): Promise<SeriesRow | undefined> {
  const { rows } = await db.query<SeriesRow>(
    'SELECT id, job_id AS "jobId", is_open AS "isOpen" FROM run_series WHERE workshop_id = $1 AND job_id = $2 AND is_open',
    [workshopId, jobId],
  );
  return rows[0];
}

/** Opens a series. Returns false where its id is taken, or the job has an open one. */
export async function insertSeries(
  db: Db,
  workshopId: string,
  series: { id: string; jobId: string; isLed?: boolean },
): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO run_series (workshop_id, id, job_id, is_led) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
    [workshopId, series.id, series.jobId, series.isLed ?? false],
  );
  return rowCount === 1;
}

/** Says whether a series is still open, by how its runs stand. */
export async function settleSeries(db: Db, workshopId: string, id: string): Promise<void> {
  await db.query(
    `UPDATE run_series s SET is_open = EXISTS (SELECT 1 FROM run r WHERE r.series_id = s.id AND r.state IN ('queued', 'holding', 'running', 'paused'))
     WHERE s.workshop_id = $1 AND s.id = $2`,
    [workshopId, id],
  );
}

/** A run or a trial sheet that nobody but the clock, or the machine that has become free, takes further. */
export interface DueRow {
  workshopId: string;
  id: string;
}

/**
 * A run that is done by the clock; its job is locked, so that nobody else takes it.
 * @param except ids that could not be closed a moment ago
 */
export async function takeDueRun(db: Db, except: readonly string[]): Promise<DueRow | undefined> {
  const { rows } = await db.query<DueRow>(
    `SELECT r.workshop_id AS "workshopId", r.id FROM run r JOIN job j ON j.id = r.job_id
     WHERE r.state = 'running' AND r.due_at <= clock_timestamp() AND r.id <> ALL ($1::uuid[]) ORDER BY r.due_at LIMIT 1 FOR NO KEY UPDATE OF j SKIP LOCKED`,
    [except],
  );
  return rows[0];
}

/** An open series in which nothing is under way and the next run waits for a machine that is free; its job is locked. */
export async function takeWaitingSeries(db: Db, except: readonly string[]): Promise<DueRow | undefined> {
  const { rows } = await db.query<DueRow>(
    `SELECT s.workshop_id AS "workshopId", s.id FROM run_series s JOIN job j ON j.id = s.job_id
       JOIN LATERAL (SELECT r.machine_id, r.by_hand FROM run r WHERE r.series_id = s.id AND r.state = 'queued' ORDER BY r.position LIMIT 1) n ON true
     WHERE s.is_open AND s.id <> ALL ($1::uuid[])
       AND NOT EXISTS (SELECT 1 FROM run r WHERE r.series_id = s.id AND r.state IN ('holding', 'running', 'paused'))
       AND (n.by_hand OR NOT EXISTS (SELECT 1 FROM run r WHERE r.workshop_id = s.workshop_id AND r.machine_id = n.machine_id AND r.state IN ('holding', 'running', 'paused') AND NOT r.by_hand)
         AND NOT EXISTS (SELECT 1 FROM trial_sheet t WHERE t.workshop_id = s.workshop_id AND t.machine_id = n.machine_id AND t.state = 'running'))
     ORDER BY s.created_at LIMIT 1 FOR NO KEY UPDATE OF j SKIP LOCKED`,
    [except],
  );
  return rows[0];
}

/** A trial sheet that is done by the clock; its tuning is locked. */
export async function takeDueSheet(db: Db, except: readonly string[]): Promise<DueRow | undefined> {
  const { rows } = await db.query<DueRow>(
    `SELECT t.workshop_id AS "workshopId", t.id FROM trial_sheet t JOIN tuning u ON u.workshop_id = t.workshop_id AND u.id = t.tuning_id
     WHERE t.state = 'running' AND t.due_at <= clock_timestamp() AND t.id <> ALL ($1::uuid[]) ORDER BY t.due_at LIMIT 1 FOR NO KEY UPDATE OF u SKIP LOCKED`,
    [except],
  );
  return rows[0];
}

/** True seconds until the next run or trial sheet is due; null where nothing goes. */
export async function secondsToNextDue(db: Db): Promise<number | null> {
  const { rows } = await db.query<{ seconds: number | null }>(
    `SELECT extract(epoch FROM least(
       (SELECT min(due_at) FROM run WHERE state = 'running' AND due_at IS NOT NULL),
       (SELECT min(due_at) FROM trial_sheet WHERE state = 'running' AND due_at IS NOT NULL)) - clock_timestamp())::double precision AS seconds`,
  );
  return rows[0].seconds;
}

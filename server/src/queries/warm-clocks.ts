import type { WarmClockView } from '@keen-anvil/contract';
import type { Db } from '../db/db';

/** A clock that nobody looked at since is of no use any more. */
const LONGEST = '12 hours';

/** What warms up in a workshop, the oldest first. */
export async function listWarmClocks(db: Db, workshopId: string): Promise<WarmClockView[]> {
  const { rows } = await db.query<WarmClockView>(
    `SELECT name, job_id AS "jobId", text, minutes, (extract(epoch FROM began_at) * 1000)::double precision AS since
     FROM warm_clock WHERE workshop_id = $1 AND began_at > now() - interval '${LONGEST}' ORDER BY began_at, name`,
    [workshopId],
  );
  return rows;
}

/** Starts a clock; one of this name goes on, unless it is too old to mean anything. */
export async function insertWarmClock(
  db: Db,
  workshopId: string,
  { name, jobId, text, minutes }: Omit<WarmClockView, 'since'>,
): Promise<void> {
  await db.query(
    `INSERT INTO warm_clock (workshop_id, name, job_id, text, minutes) VALUES ($1, $2, $3, $4, $5)
     ON CONFLICT (workshop_id, name) DO UPDATE SET began_at = now() WHERE warm_clock.began_at <= now() - interval '${LONGEST}'`,
    [workshopId, name, jobId, text, minutes],
  );
}

/** Puts a clock away: what it was for is ticked off. */
export async function deleteWarmClock(db: Db, workshopId: string, name: string): Promise<void> {
  await db.query('DELETE FROM warm_clock WHERE workshop_id = $1 AND name = $2', [workshopId, name]);
}

import type { PressingView } from '@keen-anvil/contract';
import type { PressTimer } from '@keen-anvil/core/timers';
import type { Outcome, Settings } from '@keen-anvil/core/recipes';
import type { Db } from '../db/db';
import { TICKED } from './ticked';

/** A pressing with what its machine is called. */
export type PressingRow = Omit<PressingView, 'layers' | 'unit'> & {
  layers: Omit<PressingView['layers'][number], 'outcome'>[];
  outcomes: Record<string, Outcome>;
};

const COLUMNS = `p.id, p.job_id AS "jobId", p.machine_id AS "machineId", m.name AS "machineName", p.name, p.layers, p.phases, p.state, p.at_phase AS at,
  (extract(epoch FROM p.phase_since) * 1000)::double precision AS since, p.done_before_ms AS "doneBefore", p.took, p.outcomes, p.is_read AS "isRead", p.preparation, p.ticked`;
const JOINED = `FROM pressing p JOIN machine m ON m.workshop_id = p.workshop_id AND m.id = p.machine_id`;

/** What the server's clock says, ms since 1970: PostgreSQL's, which all servers share. */
export async function clockNow(db: Db): Promise<number> {
  const { rows } = await db.query<{ now: number }>(
    'SELECT (extract(epoch FROM clock_timestamp()) * 1000)::double precision AS now',
  );
  return rows[0].now;
}

/** So many pressings that nobody has judged are told at once; those that are under way come first. */
const MOST_OPEN = 60;

/** Pressings that are not over, and the newest that nobody has judged yet; the oldest first. */
export async function listOpenPressings(db: Db, workshopId: string): Promise<PressingRow[]> {
  const { rows } = await db.query<PressingRow & { createdAt: Date }>(
    `SELECT * FROM (
       (SELECT ${COLUMNS}, p.created_at AS "createdAt" ${JOINED} WHERE p.workshop_id = $1 AND p.state IN ('waiting', 'running', 'paused')
        ORDER BY p.created_at DESC LIMIT ${MOST_OPEN})
       UNION ALL
       (SELECT ${COLUMNS}, p.created_at AS "createdAt" ${JOINED} WHERE p.workshop_id = $1 AND p.state = 'done' AND p.outcomes = '{}'
        ORDER BY p.created_at DESC LIMIT ${MOST_OPEN})) open
     ORDER BY "createdAt", id`,
    [workshopId],
  );
  return rows.map(({ createdAt: _at, ...row }) => row);
}

/** All pressings of a job, the oldest first. */
export async function listPressingsOf(db: Db, workshopId: string, jobId: string): Promise<PressingRow[]> {
  const { rows } = await db.query<PressingRow>(
    `SELECT ${COLUMNS} ${JOINED} WHERE p.workshop_id = $1 AND p.job_id = $2 ORDER BY p.created_at, p.id`,
    [workshopId, jobId],
  );
  return rows;
}

/** When the steps of a job were pressed by plan since it was put on its machines last, by the step's id. */
export async function listPressedSteps(db: Db, workshopId: string, jobId: string): Promise<Map<string, string>> {
  const { rows } = await db.query<{ id: string; at: string }>(
    `SELECT layer ->> 'id' AS id, max(p.ended_at) AS at FROM pressing p, jsonb_array_elements(p.layers) layer
     WHERE p.workshop_id = $1 AND p.job_id = $2 AND p.state = 'done' AND p.created_at > coalesce(
       (SELECT max(e.created_at) FROM run_series e WHERE e.workshop_id = $1 AND e.job_id = $2), '-infinity')
     GROUP BY 1`,
    [workshopId, jobId],
  );
  return new Map(rows.map(({ id, at }) => [id, at]));
}

/** A pressing. */
export async function findPressing(db: Db, workshopId: string, id: string): Promise<PressingRow | undefined> {
  const { rows } = await db.query<PressingRow>(`SELECT ${COLUMNS} ${JOINED} WHERE p.workshop_id = $1 AND p.id = $2`, [
    workshopId,
    id,
  ]);
  return rows[0];
}

/** A pressing; locked until the transaction ends. */
export async function lockPressing(db: Db, workshopId: string, id: string): Promise<PressingRow | undefined> {
  const { rows } = await db.query<PressingRow>(
    `SELECT ${COLUMNS} ${JOINED} WHERE p.workshop_id = $1 AND p.id = $2 FOR UPDATE OF p`,
    [workshopId, id],
  );
  return rows[0];
}

/** Adds a pressing; one of this id stays as it is. */
export async function insertPressing(
  db: Db,
  workshopId: string,
  {
    id,
    jobId,
    machineId,
    name,
    layers,
    phases,
    isRead,
    preparation,
  }: Pick<PressingRow, 'id' | 'jobId' | 'machineId' | 'name' | 'layers' | 'phases' | 'isRead' | 'preparation'>,
): Promise<void> {
  await db.query(
    `INSERT INTO pressing (workshop_id, id, job_id, machine_id, name, layers, phases, is_read, preparation)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9) ON CONFLICT DO NOTHING`,
    [
      workshopId,
      id,
      jobId,
      machineId,
      name,
      JSON.stringify(layers),
      JSON.stringify(phases),
      isRead,
      JSON.stringify(preparation),
    ],
  );
}

/** Writes where a pressing stands. */
export async function turnPressing(db: Db, workshopId: string, id: string, timer: PressTimer): Promise<void> {
  await db.query(
    `UPDATE pressing SET state = $3, at_phase = $4, phase_since = to_timestamp($5::double precision / 1000), done_before_ms = $6, took = $7,
       ended_at = CASE WHEN $3 IN ('done', 'cancelled') THEN coalesce(ended_at, now()) END WHERE workshop_id = $1 AND id = $2`,
    [workshopId, id, timer.state, timer.at, timer.since, timer.doneBefore, JSON.stringify(timer.took)],
  );
}

/** Writes what is ready before a pressing starts. */
export async function tickPressing(
  db: Db,
  workshopId: string,
  id: string,
  line: string,
  isTicked: boolean,
): Promise<void> {
  await db.query(`UPDATE pressing SET ticked = ${TICKED} WHERE workshop_id = $1 AND id = $2`, [
    workshopId,
    id,
    line,
    isTicked,
  ]);
}

/** Writes how the layers of a pressing came out. */
export async function judgePressing(
  db: Db,
  workshopId: string,
  id: string,
  outcomes: Readonly<Record<string, Outcome>>,
): Promise<void> {
  await db.query('UPDATE pressing SET outcomes = $3 WHERE workshop_id = $1 AND id = $2', [workshopId, id, outcomes]);
}

/** Writes what came of a recipe under the press as evidence of a real job; said again, the last word holds, and null takes it out. */
export async function keepPressed(
  db: Db,
  workshopId: string,
  told: { id: string; recipeId: string; settings: Settings; outcome: Outcome | null; jobName: string },
): Promise<void> {
  if (told.outcome === null) {
    await db.query('DELETE FROM trial WHERE workshop_id = $1 AND id = $2', [workshopId, told.id]);
    return;
  }
  await db.query(
    `INSERT INTO trial (id, workshop_id, recipe_id, kind, settings, outcome, job_name, tool_wear, tool_life)
     SELECT $1, $2, r.id, 'run', $4, $5, $6, t.wear, t.life_number FROM recipe r JOIN tool t ON t.workshop_id = r.workshop_id AND t.id = r.tool_id
     WHERE r.workshop_id = $2 AND r.id = $3
     ON CONFLICT (workshop_id, id) DO UPDATE SET outcome = excluded.outcome`,
    [told.id, workshopId, told.recipeId, told.settings, told.outcome, told.jobName],
  );
}

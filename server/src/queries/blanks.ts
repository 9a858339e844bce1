import type { MachineKind } from '@keen-anvil/core/machines';
import type { UsedBlanks } from '@keen-anvil/core/materials';
import type { Db } from '../db/db';

/** The materials that steps of a job are pressed onto. */
export async function groundsOf(
  db: Db,
  workshopId: string,
  jobId: string,
  stepIds: readonly string[],
): Promise<string[]> {
  const { rows } = await db.query<{ id: string }>(
    `SELECT DISTINCT on_material_id AS id FROM job_step
     WHERE workshop_id = $1 AND job_id = $2 AND id = ANY ($3::uuid[]) AND on_material_id IS NOT NULL ORDER BY id`,
    [workshopId, jobId, stepIds],
  );
  return rows.map(({ id }) => id);
}

/** How many blanks of a material a job has pressed onto, and how many it has had on machines that press nothing. */
export async function countBlanks(
  db: Db,
  workshopId: string,
  jobId: string,
  materialId: string,
  pressKinds: readonly MachineKind[],
): Promise<UsedBlanks> {
  const { rows } = await db.query<UsedBlanks>(
    `SELECT
       (SELECT count(*)::integer FROM pressing p WHERE p.workshop_id = $1 AND p.job_id = $2 AND p.state = 'done' AND EXISTS (
          SELECT 1 FROM job_step s WHERE s.job_id = p.job_id AND s.on_material_id = $3
            AND p.layers @> jsonb_build_array(jsonb_build_object('id', s.id::text)))) AS pressed,
       (SELECT count(DISTINCT (r.series_id, coalesce(r.sheet_id, r.stock_piece_id)))::integer FROM run r
          JOIN recipe c ON c.workshop_id = r.workshop_id AND c.id = r.recipe_id
          JOIN machine m ON m.workshop_id = r.workshop_id AND m.id = r.machine_id
          WHERE r.workshop_id = $1 AND r.job_id = $2 AND r.state = 'finished' AND c.material_id = $3 AND m.kind <> ALL ($4::text[])) AS run`,
    [workshopId, jobId, materialId, pressKinds],
  );
  return rows[0];
}

/** Takes one blank of a material off the stock; nothing where none of it is kept there as a blank. */
export async function takeBlank(db: Db, workshopId: string, materialId: string): Promise<void> {
  await db.query(
    `UPDATE stock_piece SET version = version + 1, count = count - 1 WHERE workshop_id = $1 AND id = (
       SELECT id FROM stock_piece WHERE workshop_id = $1 AND material_id = $2 AND kind = 'blank' AND count > 0 AND archived_at IS NULL
       ORDER BY count, id LIMIT 1)`,
    [workshopId, materialId],
  );
}

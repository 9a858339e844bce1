import type { PieceClaim } from '@keen-anvil/core/preflight';
import type { Db } from '../db/db';

/** A claim with the piece it is on. */
export interface ClaimRow extends PieceClaim {
  stockPieceId: string;
}

/**
 * Who else has a hand on some pieces: runs of other jobs that are under way or wait, trial sheets on a machine, and, for
 * single pieces, other jobs that are laid on them and not done.
 */
export async function listClaims(
  db: Db,
  workshopId: string,
  pieceIds: readonly string[],
  exceptJobId: string,
): Promise<ClaimRow[]> {
  if (pieceIds.length === 0) return [];
  const { rows } = await db.query<ClaimRow>(
    `SELECT DISTINCT r.stock_piece_id AS "stockPieceId", p.name AS "pieceName", j.name AS "forName", a.name AS "machineName",
         CASE WHEN r.state IN ('running', 'paused') THEN 'running' ELSE 'waiting' END AS state
       FROM run r JOIN job j ON j.id = r.job_id JOIN stock_piece p ON p.workshop_id = r.workshop_id AND p.id = r.stock_piece_id
         JOIN recipe c ON c.workshop_id = r.workshop_id AND c.id = r.recipe_id JOIN machine a ON a.workshop_id = r.workshop_id AND a.id = c.machine_id
       WHERE r.workshop_id = $1 AND r.stock_piece_id = ANY ($2::uuid[]) AND r.job_id <> $3
         AND (r.state IN ('running', 'paused') OR (r.state IN ('queued', 'holding') AND p.kind <> 'roll'
           AND NOT EXISTS (SELECT 1 FROM run x WHERE x.series_id = r.series_id AND x.state = 'cancelled')))
     UNION
     SELECT u.stock_piece_id, p.name, m.name, a.name, 'running'
       FROM trial_sheet t JOIN tuning u ON u.workshop_id = t.workshop_id AND u.id = t.tuning_id JOIN stock_piece p ON p.workshop_id = u.workshop_id AND p.id = u.stock_piece_id
         JOIN recipe c ON c.workshop_id = u.workshop_id AND c.id = u.recipe_id JOIN machine a ON a.workshop_id = c.workshop_id AND a.id = c.machine_id
         JOIN material m ON m.workshop_id = c.workshop_id AND m.id = c.material_id
       WHERE t.workshop_id = $1 AND u.stock_piece_id = ANY ($2::uuid[]) AND t.state = 'running'
     UNION
     SELECT h.stock_piece_id, p.name, j.name, NULL, 'planned'
       FROM job_sheet h JOIN job j ON j.id = h.job_id JOIN stock_piece p ON p.workshop_id = h.workshop_id AND p.id = h.stock_piece_id
       WHERE h.workshop_id = $1 AND h.stock_piece_id = ANY ($2::uuid[]) AND h.job_id <> $3 AND NOT j.is_archived
         AND p.kind <> 'roll' AND p.count <= 1
         AND EXISTS (SELECT 1 FROM placement l JOIN job_part t ON t.id = l.part_id JOIN job_step s ON s.id = t.step_id
           WHERE l.sheet_id = h.id AND t.role = 'process' AND NOT s.is_gone AND NOT s.is_skipped)
         AND NOT EXISTS (SELECT 1 FROM run r WHERE r.job_id = h.job_id AND r.state <> 'cancelled')
     ORDER BY state DESC, "forName"`,
    [workshopId, pieceIds, exceptJobId],
  );
  return rows;
}

/** Locks pieces, so that two starts at once look at them one after the other; with what is left of each. */
export async function lockPieces(
  db: Db,
  workshopId: string,
  pieceIds: readonly string[],
): Promise<{ id: string; name: string; kind: string; count: number; lengthMm: number }[]> {
  const { rows } = await db.query<{ id: string; name: string; kind: string; count: number; lengthMm: number }>(
    'SELECT id, name, kind, count, length_mm AS "lengthMm" FROM stock_piece WHERE workshop_id = $1 AND id = ANY ($2::uuid[]) ORDER BY id FOR NO KEY UPDATE',
    [workshopId, pieceIds],
  );
  return rows;
}

/** What of rolls is spoken for by runs of other jobs that are still to come or under way, in mm of their length. */
export async function spokenFor(
  db: Db,
  workshopId: string,
  pieceIds: readonly string[],
  exceptJobId: string,
): Promise<Map<string, number>> {
  const { rows } = await db.query<{ id: string; usedMm: number }>(
    `SELECT r.stock_piece_id AS id, sum(r.used_length_mm)::double precision AS "usedMm" FROM run r
     WHERE r.workshop_id = $1 AND r.stock_piece_id = ANY ($2::uuid[]) AND r.job_id <> $3 AND r.state IN ('running', 'paused', 'holding')
     GROUP BY r.stock_piece_id`,
    [workshopId, pieceIds, exceptJobId],
  );
  return new Map(rows.map(({ id, usedMm }) => [id, usedMm ?? 0]));
}

import type { PartRole } from '@keen-anvil/contract';
import type { Point } from '@keen-anvil/core/geometry';
import type { Bridge, Piece } from '@keen-anvil/core/parts';
import type { Db } from '../db/pool';

export interface PartRow {
  id: string;
  artworkId: string;
  stepId: string | null;
  /** Place in the order of the drawing. */
  partIndex: number;
  role: PartRole;
  name: string;
  pieces: Piece[];
  offsetOf: string | null;
  offsetMm: number | null;
  bridges: Bridge[];
  place: Point;
}

/** The parts of a job with their places on their sheets, in the order of the drawing. */
export async function listParts(db: Db, workshopId: string, jobId: string): Promise<PartRow[]> {
  const { rows } = await db.query<PartRow>(
    `SELECT p.id, p.artwork_id AS "artworkId", p.step_id AS "stepId", p.part_index AS "partIndex", p.role, p.name, p.pieces, p.offset_of AS "offsetOf",
       p.offset_mm AS "offsetMm", p.bridges, jsonb_build_object('x', l.x_mm, 'y', l.y_mm) AS place
     FROM job_part p JOIN placement l ON l.part_id = p.id JOIN artwork a ON a.id = p.artwork_id
     WHERE p.workshop_id = $1 AND p.job_id = $2 ORDER BY a.position, p.part_index, p.id`,
    [workshopId, jobId],
  );
  return rows;
}

/** Adds parts with their places; one statement however many. */
export async function insertParts(db: Db, workshopId: string, jobId: string, parts: readonly PartRow[]): Promise<void> {
  await db.query(
    `INSERT INTO job_part (id, workshop_id, job_id, artwork_id, step_id, part_index, role, name, pieces, offset_of, offset_mm, bridges)
     SELECT id, $1, $2, "artworkId", "stepId", "partIndex", role, name, pieces, "offsetOf", "offsetMm", bridges
     FROM jsonb_to_recordset($3) AS t(id uuid, "artworkId" uuid, "stepId" uuid, "partIndex" int, role text, name text, pieces jsonb, "offsetOf" uuid, "offsetMm" double precision, bridges jsonb)`,
    [workshopId, jobId, JSON.stringify(parts)],
  );
  await db.query(
    `INSERT INTO placement (part_id, workshop_id, x_mm, y_mm)
     SELECT id, $1, (place->>'x')::double precision, (place->>'y')::double precision FROM jsonb_to_recordset($2) AS t(id uuid, place jsonb)`,
    [workshopId, JSON.stringify(parts.map(({ id, place }) => ({ id, place })))],
  );
}

/** Writes whole parts and their places. */
export async function updateParts(db: Db, parts: readonly PartRow[]): Promise<void> {
  if (parts.length === 0) return;
  await db.query(
    `UPDATE job_part p SET step_id = t."stepId", part_index = t."partIndex", role = t.role, name = t.name, pieces = t.pieces, offset_of = t."offsetOf", offset_mm = t."offsetMm", bridges = t.bridges
     FROM jsonb_to_recordset($1) AS t(id uuid, "stepId" uuid, "partIndex" int, role text, name text, pieces jsonb, "offsetOf" uuid, "offsetMm" double precision, bridges jsonb)
     WHERE p.id = t.id`,
    [JSON.stringify(parts)],
  );
  await db.query(
    `UPDATE placement l SET x_mm = (t.place->>'x')::double precision, y_mm = (t.place->>'y')::double precision, version = l.version + 1
     FROM jsonb_to_recordset($1) AS t(id uuid, place jsonb) WHERE l.part_id = t.id`,
    [JSON.stringify(parts.map(({ id, place }) => ({ id, place })))],
  );
}

/** Takes parts away, with their places. */
export async function deleteParts(db: Db, ids: readonly string[]): Promise<void> {
  await db.query('DELETE FROM job_part WHERE id = ANY($1::uuid[])', [ids]);
}

/** Moves some parts on their sheets. */
export async function movePlacements(db: Db, partIds: readonly string[], by: Point): Promise<void> {
  await db.query(
    'UPDATE placement SET x_mm = x_mm + $2, y_mm = y_mm + $3, version = version + 1 WHERE part_id = ANY($1::uuid[])',
    [partIds, by.x, by.y],
  );
}

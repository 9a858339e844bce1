import type { ReadingRef } from '@keen-anvil/core/jobs';
import type { Db } from '../db/db';

/** A reading as it is kept: as text, so that only who needs what is in it has to take it apart. */
export interface ReadingText extends ReadingRef {
  text: string;
}

/** Readings as they are kept; those that are not of this workshop are not among them. */
export async function listReadings(db: Db, workshopId: string, refs: readonly ReadingRef[]): Promise<ReadingText[]> {
  const { rows } = await db.query<ReadingText>(
    `SELECT r.artwork_id AS "drawingId", r.number, r.reading::text AS text
     FROM artwork_reading r JOIN jsonb_to_recordset($2) AS t ("drawingId" uuid, number int) ON t."drawingId" = r.artwork_id AND t.number = r.number
     WHERE r.workshop_id = $1`,
    [workshopId, JSON.stringify(refs)],
  );
  return rows;
}

/** The number that the next reading of a drawing has. */
export async function nextReadingNumber(db: Db, workshopId: string, drawingId: string): Promise<number> {
  const { rows } = await db.query<{ next: number }>(
    'SELECT coalesce(max(number), 0) + 1 AS next FROM artwork_reading WHERE workshop_id = $1 AND artwork_id = $2',
    [workshopId, drawingId],
  );
  return rows[0].next;
}

/** Keeps a reading for ever. Returns false where there is one with this number. */
export async function insertReading(
  db: Db,
  workshopId: string,
  { drawingId, number, text }: ReadingText,
): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO artwork_reading (workshop_id, artwork_id, number, reading) VALUES ($1, $2, $3, $4::jsonb) ON CONFLICT DO NOTHING',
    [workshopId, drawingId, number, text],
  );
  return rowCount === 1;
}

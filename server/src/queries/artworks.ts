import type { Drawing } from '@keen-anvil/core/jobs';
import type { SourceName } from '@keen-anvil/core/artwork-choices';
import type { Db } from '../db/db';

/** A drawing as it came. */
export interface ArtworkFile {
  jobId: string;
  fileName: string;
  kind: SourceName;
  bytes: Buffer;
  /** The reading that holds. */
  reading: number;
}

/** The file as it came, and what it is. */
export async function findArtworkFile(db: Db, workshopId: string, id: string): Promise<ArtworkFile | undefined> {
  const { rows } = await db.query<ArtworkFile>(
    'SELECT job_id AS "jobId", file_name AS "fileName", kind, file_bytes AS bytes, reading_number AS reading FROM artwork WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
  return rows[0];
}

/** Keeps a drawing's bytes, out of sight until it is in its job's document. Returns false where its id is taken. */
export async function insertArtwork(
  db: Db,
  workshopId: string,
  jobId: string,
  {
    id,
    source,
    name,
    choices,
    drawn,
    bytes,
  }: Pick<Drawing, 'id' | 'source' | 'name' | 'choices' | 'drawn'> & { bytes: Buffer },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO artwork (id, workshop_id, job_id, kind, file_name, file_bytes, choices, drawn_min_x, drawn_min_y, drawn_max_x, drawn_max_y, is_gone)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, true) ON CONFLICT DO NOTHING`,
    [id, workshopId, jobId, source, name, bytes, choices, drawn.minX, drawn.minY, drawn.maxX, drawn.maxY],
  );
  return rowCount === 1;
}

/**
 * Copies a drawing with all its readings into another job, file and all, out of sight until it is in that job's document.
 * Returns false where it is not there.
 */
export async function copyArtwork(
  db: Db,
  workshopId: string,
  fromId: string,
  to: { id: string; jobId: string },
): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO artwork (id, workshop_id, job_id, kind, file_name, file_bytes, choices, drawn_min_x, drawn_min_y, drawn_max_x, drawn_max_y, is_gone)
     SELECT $3, workshop_id, $4, kind, file_name, file_bytes, choices, drawn_min_x, drawn_min_y, drawn_max_x, drawn_max_y, true
     FROM artwork WHERE workshop_id = $1 AND id = $2`,
    [workshopId, fromId, to.id, to.jobId],
  );
  if (rowCount !== 1) return false;
  await db.query(
    `INSERT INTO artwork_reading (workshop_id, artwork_id, number, reading) SELECT workshop_id, $3, number, reading FROM artwork_reading WHERE workshop_id = $1 AND artwork_id = $2`,
    [workshopId, fromId, to.id],
  );
  return true;
}

import type { ArtworkKind } from '@keen-anvil/contract';
import type { ArtworkReading } from '@keen-anvil/core/artwork';
import type { ReadingChoices, TextChoices } from '@keen-anvil/core/artwork-choices';
import type { Db } from '../db/pool';

export interface ArtworkRow {
  id: string;
  jobId: string;
  version: number;
  kind: ArtworkKind;
  fileName: string;
  byteCount: number;
  reading: ArtworkReading;
  choices: Partial<ReadingChoices> | TextChoices;
  drawnWidthMm: number;
  drawnHeightMm: number;
  drawnMinXMm: number;
  drawnMinYMm: number;
  scaleX: number;
  scaleY: number;
  xMm: number;
  yMm: number;
  isSizeLocked: boolean;
  readsReversed: boolean | null;
  position: number;
  /** Counts how often it was read; the parts' numbers are of this reading. */
  readingNumber: number;
}

const COLUMNS = `id, job_id AS "jobId", version, kind, file_name AS "fileName", octet_length(file_bytes) AS "byteCount", reading, choices,
  drawn_width_mm AS "drawnWidthMm", drawn_height_mm AS "drawnHeightMm", drawn_min_x AS "drawnMinXMm", drawn_min_y AS "drawnMinYMm",
  scale_x AS "scaleX", scale_y AS "scaleY", x_mm AS "xMm", y_mm AS "yMm", is_size_locked AS "isSizeLocked", reads_reversed AS "readsReversed", position, reading_number AS "readingNumber"`;

/** The drawings of a job as they were read, without the files themselves, in the order in which they came. */
export async function listArtworks(db: Db, workshopId: string, jobId: string): Promise<ArtworkRow[]> {
  const { rows } = await db.query<ArtworkRow>(
    `SELECT ${COLUMNS} FROM artwork WHERE workshop_id = $1 AND job_id = $2 ORDER BY position, created_at`,
    [workshopId, jobId],
  );
  return rows;
}

/** One drawing, locked until the transaction ends. */
export async function lockArtwork(db: Db, workshopId: string, id: string): Promise<ArtworkRow | undefined> {
  const { rows } = await db.query<ArtworkRow>(
    `SELECT ${COLUMNS} FROM artwork WHERE workshop_id = $1 AND id = $2 FOR NO KEY UPDATE`,
    [workshopId, id],
  );
  return rows[0];
}

/** Which job a drawing belongs to. */
export async function findJobOfArtwork(db: Db, workshopId: string, id: string): Promise<string | undefined> {
  const { rows } = await db.query<{ jobId: string }>(
    'SELECT job_id AS "jobId" FROM artwork WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
  return rows[0]?.jobId;
}

/** The file as it came, and how it was read. */
export async function findArtworkFile(
  db: Db,
  workshopId: string,
  id: string,
): Promise<{ jobId: string; fileName: string; kind: ArtworkKind; bytes: Buffer } | undefined> {
  const { rows } = await db.query<{ jobId: string; fileName: string; kind: ArtworkKind; bytes: Buffer }>(
    'SELECT job_id AS "jobId", file_name AS "fileName", kind, file_bytes AS bytes FROM artwork WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
  return rows[0];
}

export interface NewArtworkRow extends Omit<ArtworkRow, 'byteCount' | 'version' | 'readingNumber'> {
  bytes: Buffer;
}

/** Keeps a drawing: its bytes and what was read. Returns false where its id is taken. */
export async function insertArtwork(db: Db, workshopId: string, row: NewArtworkRow): Promise<boolean> {
  const { rowCount } = await db.query(
    `INSERT INTO artwork (id, workshop_id, job_id, kind, file_name, file_bytes, reading, choices, drawn_width_mm, drawn_height_mm, drawn_min_x, drawn_min_y,
       scale_x, scale_y, x_mm, y_mm, is_size_locked, reads_reversed, position)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19) ON CONFLICT DO NOTHING`,
    [
      row.id,
      workshopId,
      row.jobId,
      row.kind,
      row.fileName,
      row.bytes,
      row.reading,
      row.choices,
      row.drawnWidthMm,
      row.drawnHeightMm,
      row.drawnMinXMm,
      row.drawnMinYMm,
      row.scaleX,
      row.scaleY,
      row.xMm,
      row.yMm,
      row.isSizeLocked,
      row.readsReversed,
      row.position,
    ],
  );
  return rowCount === 1;
}

/** Writes a drawing's size, place and what is known of it, and counts its version up. */
export async function updateArtwork(db: Db, row: ArtworkRow): Promise<void> {
  await db.query(
    `UPDATE artwork SET scale_x = $2, scale_y = $3, x_mm = $4, y_mm = $5, is_size_locked = $6, reads_reversed = $7, version = version + 1 WHERE id = $1`,
    [row.id, row.scaleX, row.scaleY, row.xMm, row.yMm, row.isSizeLocked, row.readsReversed],
  );
}

/** Writes what was read of a drawing another time; its file stays, and what was read before under its number. */
export async function updateReading(
  db: Db,
  row: Pick<
    ArtworkRow,
    'id' | 'fileName' | 'reading' | 'choices' | 'drawnWidthMm' | 'drawnHeightMm' | 'drawnMinXMm' | 'drawnMinYMm'
  >,
): Promise<void> {
  await db.query(
    `INSERT INTO artwork_reading (workshop_id, artwork_id, number, file_name, reading, choices, drawn_width_mm, drawn_height_mm, drawn_min_x, drawn_min_y)
     SELECT workshop_id, id, reading_number, file_name, reading, choices, drawn_width_mm, drawn_height_mm, drawn_min_x, drawn_min_y FROM artwork WHERE id = $1 ON CONFLICT DO NOTHING`,
    [row.id],
  );
  await db.query(
    `UPDATE artwork SET file_name = $2, reading = $3, choices = $4, drawn_width_mm = $5, drawn_height_mm = $6, drawn_min_x = $7, drawn_min_y = $8, version = version + 1, reading_number = reading_number + 1 WHERE id = $1`,
    [
      row.id,
      row.fileName,
      row.reading,
      row.choices,
      row.drawnWidthMm,
      row.drawnHeightMm,
      row.drawnMinXMm,
      row.drawnMinYMm,
    ],
  );
}

/** Drawings from before their place was kept: what they take up has to be filled in. */
export async function listUnplaced(
  db: Db,
): Promise<{ id: string; jobId: string; workshopId: string; reading: ArtworkReading; scale: number }[]> {
  const { rows } = await db.query(
    'SELECT id, job_id AS "jobId", workshop_id AS "workshopId", reading, scale_x AS scale FROM artwork WHERE drawn_min_x IS NULL',
  );
  return rows as { id: string; jobId: string; workshopId: string; reading: ArtworkReading; scale: number }[];
}

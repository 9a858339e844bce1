import type { Db } from '../db/db';
import { refused } from '../problem';

export interface PhotoRow {
  mediaType: string;
  bytes: Buffer;
}

/** Keeps a photo; one of this id stays as it is. */
export async function insertPhoto(db: Db, workshopId: string, id: string, photo: PhotoRow): Promise<void> {
  await db.query(
    'INSERT INTO photo (workshop_id, id, media_type, bytes) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
    [workshopId, id, photo.mediaType, photo.bytes],
  );
}

/** A photo's bytes. */
export async function findPhoto(db: Db, workshopId: string, id: string): Promise<PhotoRow | undefined> {
  const { rows } = await db.query<PhotoRow>(
    'SELECT media_type AS "mediaType", bytes FROM photo WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
  return rows[0];
}

/** @throws Problem where a photo that is named is not kept in this workshop */
export async function refuseMissingPhotos(db: Db, workshopId: string, ids: readonly string[]): Promise<void> {
  const asked = new Set(ids);
  if (asked.size === 0) return;
  const { rowCount } = await db.query('SELECT 1 FROM photo WHERE workshop_id = $1 AND id = ANY ($2::uuid[])', [
    workshopId,
    [...asked],
  ]);
  if (rowCount !== asked.size)
    throw refused('That photo is not in this workshop: it was expected to be kept before it is named.', 'photoId');
}

import type { FontView } from '@keen-anvil/contract';
import { validate as isUuid } from 'uuid';
import type { Db } from '../db/db';

/** The workshop's own fonts. */
export async function listFonts(db: Db, workshopId: string): Promise<FontView[]> {
  const { rows } = await db.query<FontView>('SELECT id, name FROM font WHERE workshop_id = $1 ORDER BY name', [
    workshopId,
  ]);
  return rows;
}

/** The file of one of the workshop's own fonts; undefined for any other. */
export async function findFont(db: Db, workshopId: string, id: string): Promise<Buffer | undefined> {
  if (!isUuid(id)) return undefined;
  const { rows } = await db.query<{ bytes: Buffer }>(
    'SELECT file_bytes AS bytes FROM font WHERE workshop_id = $1 AND id = $2',
    [workshopId, id],
  );
  return rows[0]?.bytes;
}

/** Keeps a font. Returns false where its id is taken. */
export async function insertFont(
  db: Db,
  workshopId: string,
  font: { id: string; name: string; bytes: Buffer },
): Promise<boolean> {
  const { rowCount } = await db.query(
    'INSERT INTO font (id, workshop_id, name, file_bytes) VALUES ($1, $2, $3, $4) ON CONFLICT DO NOTHING',
    [font.id, workshopId, font.name, font.bytes],
  );
  return rowCount === 1;
}

import type { Here } from '../here';
import { randomUUID } from 'node:crypto';
import type { Db } from '../db/db';
import type { HeavyPool } from '../heavy/pool';
import { refused } from '../problem';
import { insertPhoto } from '../queries/photos';

/** A photo made small enough for a phone and without where it was taken. @throws Problem where the bytes are none */
export async function readPhoto(here: Here, heavy: HeavyPool, bytes: Buffer): Promise<Buffer> {
  if (bytes.length === 0) throw refused('A photo was expected (JPEG, PNG or WebP); nothing came.', 'photo');
  const photo = await heavy.photo(here, bytes);
  if (!photo)
    throw refused('A photo was expected (JPEG, PNG or WebP); these bytes are none, or it is broken off.', 'photo');
  return Buffer.from(photo);
}

/** Keeps a photo under the id that its device gave it; sent twice, it is kept once. @throws Problem where the bytes are none */
export async function keepPhotoAs(here: Here, db: Db, heavy: HeavyPool, id: string, bytes: Buffer): Promise<void> {
  await insertPhoto(db, here.workshopId, id, { mediaType: 'image/jpeg', bytes: await readPhoto(here, heavy, bytes) });
}

/** Keeps a photo that was read. Returns its id. */
export async function keepPhoto(here: Here, db: Db, photo: Buffer): Promise<string> {
  const photoId = randomUUID();
  await insertPhoto(db, here.workshopId, photoId, { mediaType: 'image/jpeg', bytes: photo });
  return photoId;
}

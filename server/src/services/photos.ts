import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import type { Db } from '../db/pool';
import { refused } from '../problem';
import { insertPhoto } from '../queries/photos';

const PHOTO_PX = 1200;

/** A photo made small enough for a phone and without where it was taken. @throws Problem where the bytes are none */
export async function readPhoto(bytes: Buffer): Promise<Buffer> {
  if (bytes.length === 0) throw refused('A photo was expected (JPEG, PNG or WebP); nothing came.', 'photo');
  const photo = await sharp(bytes, { limitInputPixels: 100_000_000 }).rotate().resize(PHOTO_PX, PHOTO_PX, { fit: 'inside', withoutEnlargement: true }).jpeg({ quality: 82 }).toBuffer().catch(() => null);
  if (!photo) throw refused('A photo was expected (JPEG, PNG or WebP); these bytes are none, or it is broken off.', 'photo');
  return photo;
}

/** Keeps a photo that was read. Returns its id. */
export async function keepPhoto(db: Db, workshopId: string, photo: Buffer): Promise<string> {
  const photoId = randomUUID();
  await insertPhoto(db, workshopId, photoId, { mediaType: 'image/jpeg', bytes: photo });
  return photoId;
}

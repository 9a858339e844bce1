import type { Here } from '../here';
import { sourceOf } from '@keen-anvil/core/artwork-choices';
import sharp from 'sharp';
import type { Db } from '../db/db';
import { notFound } from '../problem';
import { findArtworkFile } from '../queries/artworks';
import { listReadings } from '../queries/readings';

/** The original file of a drawing; of one that came as words, the words. */
export async function originalFile(here: Here, db: Db, id: string): Promise<{ fileName: string; bytes: Buffer }> {
  const file = await findArtworkFile(db, here.workshopId, id);
  if (!file) throw notFound('That drawing');
  return sourceOf(file.kind).endings === null ? { ...file, fileName: `${file.kind}.json` } : file;
}

/** Widest and highest that a picture is shown, in px. */
const SHOWN_PX = 1400;

/** A picture to be looked at: made anew from its pixels, so that nothing else of the file is shown; see-through where it is. */
export async function shownPicture(here: Here, db: Db, id: string): Promise<Buffer> {
  const file = await findArtworkFile(db, here.workshopId, id);
  if (!file || !sourceOf(file.kind).isPicture) throw notFound('That picture');
  return sharp(file.bytes)
    .rotate()
    .resize(SHOWN_PX, SHOWN_PX, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: 85, alphaQuality: 100 })
    .toBuffer();
}

/** A picture to be printed: all of its pixels, upright, in a form that a PDF takes. */
export async function printedPicture(here: Here, db: Db, id: string): Promise<Buffer> {
  const file = await findArtworkFile(db, here.workshopId, id);
  if (!file || !sourceOf(file.kind).isPicture) throw notFound('That picture');
  const upright = sharp(file.bytes).rotate();
  const { hasAlpha } = await sharp(file.bytes).metadata();
  return hasAlpha ? upright.png().toBuffer() : upright.jpeg({ quality: 95 }).toBuffer();
}

/** A reading as it is kept, as text. */
export async function readingText(here: Here, db: Db, drawingId: string, number: number): Promise<string> {
  const [reading] =
    Number.isInteger(number) && number > 0 && number < 1e9
      ? await listReadings(db, here.workshopId, [{ drawingId, number }])
      : [];
  if (!reading) throw notFound('That reading');
  return reading.text;
}

import type { Here } from '../here';
import type { StepWork } from '@keen-anvil/core/steps';
import { processOf } from '@keen-anvil/core/recipes';
import { COVER, USUAL_PICTURE, type PictureWay } from '@keen-anvil/core/raster';
import { toneCurve } from '@keen-anvil/core/tuning';
import type { Db } from '../db/db';
import { findTone } from '../queries/tones';
import { printedPicture } from './drawing-files';
import { toneKey, type Shop } from './shop';

/** What steps that engrave pictures need beside the shop: the pictures of their parts, and what the book knows of shades. */
export async function withPictures(
  here: Here,
  db: Db,
  shop: Shop,
  works: readonly Pick<StepWork, 'process' | 'laid' | 'match' | 'cut'>[],
): Promise<Shop> {
  const pictures = new Map(shop.pictures);
  const tones = new Map(shop.tones);
  for (const { process, laid, match, cut } of works) {
    if (processOf(process).path !== 'rows') continue;
    for (const { picture } of laid)
      if (picture && !pictures.has(picture.drawingId))
        pictures.set(picture.drawingId, await printedPicture(here, db, picture.drawingId));
    const { recipe } = match;
    if (!recipe || !laid.some(({ picture }) => picture)) continue;
    const { way } = cut?.picture ?? USUAL_PICTURE;
    for (const known of new Set<PictureWay>([way, 'by power'])) {
      const ladder = await findTone(db, here.workshopId, recipe.id, known);
      // A ladder of another dial says nothing of how power darkens.
      if (ladder && (ladder.quantity === 'power' || ladder.quantity === COVER))
        tones.set(toneKey(recipe.id, known), toneCurve(ladder.patches));
    }
  }
  return { ...shop, pictures, tones };
}

import type { StepWork } from '@keen-anvil/contract/work';
import { processOf } from '@keen-anvil/core/recipes';
import { toneCurve } from '@keen-anvil/core/tuning';
import type { Db } from '../db/pool';
import { findTone } from '../queries/tones';
import { printedPicture } from './drawing-files';
import type { Shop } from './shop';

/** What steps that engrave pictures need beside the shop: the pictures of their parts, and what the book knows of shades. */
export async function withPictures(
  db: Db,
  workshopId: string,
  shop: Shop,
  works: readonly Pick<StepWork, 'process' | 'laid' | 'match'>[],
): Promise<Shop> {
  const pictures = new Map(shop.pictures);
  const tones = new Map(shop.tones);
  for (const { process, laid, match } of works) {
    if (processOf(process).path !== 'rows') continue;
    for (const { picture } of laid)
      if (picture && !pictures.has(picture.drawingId))
        pictures.set(picture.drawingId, await printedPicture(db, workshopId, picture.drawingId));
    const { recipe } = match;
    if (!recipe || tones.has(recipe.id) || !laid.some(({ picture }) => picture)) continue;
    const ladder = await findTone(db, workshopId, recipe.id);
    // A ladder of another dial says nothing of how power darkens.
    if (ladder?.quantity === 'power') tones.set(recipe.id, toneCurve(ladder.patches));
  }
  return { ...shop, pictures, tones };
}

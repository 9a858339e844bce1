import { endpoints } from '@keen-anvil/contract';
import type { TruePhoto } from '@keen-anvil/core/materials';
import { v4 as uuid } from 'uuid';
import { ask } from '../api/ask';
import type { FlatPhoto } from './true-size-photo';

/** Keeps a photo that was brought to true size, as it would be from straight above; it can be named then wherever it belongs. */
export async function keepPhoto({ blob, box }: Pick<FlatPhoto, 'blob' | 'box'>): Promise<TruePhoto> {
  const photoId = uuid();
  await ask(endpoints.keepPhoto, { id: photoId }, { body: blob });
  return { photoId, box };
}

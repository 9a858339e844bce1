import { paths } from '@keen-anvil/contract';
import type { TruePhoto } from '@keen-anvil/core/materials';
import { v4 as uuid } from 'uuid';
import { call } from '../api/client';
import type { FlatPhoto } from './true-size-photo';

/** Keeps a photo that was brought to true size, as it would be from straight above; it can be named then wherever it belongs. */
export async function keepPhoto({ blob, box }: Pick<FlatPhoto, 'blob' | 'box'>): Promise<TruePhoto> {
  const photoId = uuid();
  await call(paths.photo(photoId), { method: 'PUT', body: blob });
  return { photoId, box };
}

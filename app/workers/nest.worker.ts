import { layClosely, smallestThatTakes, type CloseLaying, type CloseWish } from '@keen-anvil/core/layout';
import { expose } from 'comlink';

/** The laying of this worker: it goes on from where it was for as long as it lives. */
let last: CloseLaying | null = null;
const now = () => performance.now();

const worker = {
  /** Lays the parts, and tells each better laying. @param isMore goes on from the last one */
  async lay(wish: CloseWish, isMore: boolean, better: (laying: CloseLaying) => void): Promise<CloseLaying> {
    last = layClosely(wish, now, better, isMore ? last?.nesting : undefined);
    return last;
  },
  smallestThatTakes: (wish: CloseWish): string | null => smallestThatTakes(wish, now),
};
export type NestWorker = typeof worker;

expose(worker);

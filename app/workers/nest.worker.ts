import type { CurveContour } from '@keen-anvil/core/geometry';
import {
  groundSolids,
  layClosely,
  moreCopies,
  remaindersOf,
  smallestThatTakes,
  solidOf,
  type CloseLaying,
  type CloseLie,
  type ClosePiece,
  type CloseWish,
  type DoneOnPiece,
  type MoreCopiesWish,
  type Remainder,
  type Solid,
} from '@keen-anvil/core/layout';
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
  moreCopies: (wish: MoreCopiesWish): CloseLie[] => moreCopies(wish, now),
  remainders: (done: DoneOnPiece): Remainder[] => remaindersOf(done),
  /** Parts as they are asked quickly what they lie over. */
  solids: (shapes: CurveContour[][]): Solid[] => shapes.map(solidOf),
  ground: (piece: ClosePiece) => groundSolids(piece),
};
export type NestWorker = typeof worker;

expose(worker);

import type { CurveContour, Point } from '@keen-anvil/core/geometry';
import type {
  CloseLaying,
  CloseLie,
  ClosePiece,
  CloseWish,
  DoneOnPiece,
  MoreCopiesWish,
  Remainder,
  Solid,
} from '@keen-anvil/core/layout';
import { proxy, wrap, type Remote } from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { NestWorker } from '../../workers/nest.worker';

interface Running {
  worker: Worker;
  remote: Remote<NestWorker>;
}

function start(): Running {
  const worker = new Worker(new URL('../../workers/nest.worker', window.location.href));
  return { worker, remote: wrap<NestWorker>(worker) };
}

export interface NestingState {
  best: CloseLaying | null;
  /** The wish that the best is for. */
  wish: CloseWish | null;
  isRunning: boolean;
  /** When it began, and how long it is going to look, in ms. */
  beganAt: number;
  error: Error | null;
  /** How many better layings were found. */
  found: number;
}

const IDLE: NestingState = { best: null, wish: null, isRunning: false, beganAt: 0, error: null, found: 0 };

/** Lays parts closely in a worker: the best so far is there at any time, it can be stopped, and gone on with. */
export function useNesting() {
  const [state, setState] = useState<NestingState>(IDLE);
  const running = useRef<Running | null>(null);
  /** What is told by a search that was stopped counts for nothing. */
  const turn = useRef(0);
  const end = useCallback(() => {
    turn.current += 1;
    running.current?.worker.terminate();
    running.current = null;
  }, []);
  useEffect(() => end, [end]);

  const begin = useCallback(async (wish: CloseWish, isMore: boolean) => {
    turn.current += 1;
    const mine = turn.current;
    if (!isMore) {
      running.current?.worker.terminate();
      running.current = null;
    }
    const { remote, worker } = (running.current ??= start());
    const broken = new Promise<never>((_, reject) =>
      worker.addEventListener('error', () => reject(new Error('The parts could not be laid out on this device.'))),
    );
    const take = (laying: CloseLaying) => {
      if (turn.current === mine) setState((now) => ({ ...now, best: laying, found: now.found + 1 }));
    };
    setState((now) => ({
      ...(isMore ? now : IDLE),
      wish,
      isRunning: true,
      beganAt: Date.now(),
      error: null,
    }));
    try {
      const best = await Promise.race([remote.lay(wish, isMore, proxy(take)), broken]);
      if (turn.current === mine) setState((now) => ({ ...now, best, isRunning: false }));
    } catch (error) {
      if (turn.current === mine) setState((now) => ({ ...now, isRunning: false, error: error as Error }));
    }
  }, []);

  /** Ends the search; the best so far stays. */
  const stop = useCallback(() => {
    end();
    setState((now) => ({ ...now, isRunning: false }));
  }, [end]);

  return { ...state, begin, stop };
}

/** Something asked of a worker of its own. @throws Error where the worker breaks off */
async function once<T>(ask: (remote: Remote<NestWorker>) => Promise<T>): Promise<T> {
  const { worker, remote } = start();
  const broken = new Promise<never>((_, reject) =>
    worker.addEventListener('error', () => reject(new Error('That could not be worked out on this device.'))),
  );
  try {
    return await Promise.race([ask(remote), broken]);
  } finally {
    worker.terminate();
  }
}

/** The piece that takes all of it with the least area. */
export const smallestPiece = (wish: CloseWish): Promise<string | null> =>
  once((remote) => remote.smallestThatTakes(wish));

/** Where more copies find room. */
export const roomForMore = (wish: MoreCopiesWish): Promise<CloseLie[]> => once((remote) => remote.moreCopies(wish));

/** What of a piece is left after what was done on it, the largest first. */
export const remaindersIn = (done: DoneOnPiece): Promise<Remainder[]> => once((remote) => remote.remainders(done));

/** Parts, and what of a piece cannot be laid on, as they are asked quickly what they lie over. */
export const solidsOf = (shapes: CurveContour[][], piece: ClosePiece): Promise<{ parts: Solid[]; ground: Point[][] }> =>
  once(async (remote) => ({ parts: await remote.solids(shapes), ground: (await remote.ground(piece)).reach }));

import type { Hold } from '../recipes';

/** Where a run stands. */
export const RUN_STATES = ['queued', 'holding', 'running', 'paused', 'finished', 'cancelled'] as const;
export type RunState = (typeof RUN_STATES)[number];

/** What can happen to a run. The maker presses some of it; the rest follows from the clock or from the step before. */
export type RunTurnName = 'begin' | 'hold' | 'start' | 'pause' | 'resume' | 'cancel' | 'done' | 'end';

/** How much of its work a turn charges to the tool: nothing, what was done so far, or all of it. */
export type WearCharged = 'nothing' | 'so far' | 'all';

export interface RunTurn {
  from: readonly RunState[];
  to: RunState;
  /** The word under which it stands in the run's events. */
  event: string;
  wear: WearCharged;
  /** The piece is taken from, or cut into. */
  takesStock: boolean;
  /** It can be scored, and is evidence for its recipe once it is. */
  isEvidence: boolean;
}

const FREE = { wear: 'nothing', takesStock: false, isEvidence: false } as const;

/**
 * Every turn of a run: what it may follow, what it leads to, and what it costs.
 * A run that is cancelled half way has worn its tool by what it did. Its piece is left to the maker: nobody knows what of it
 * is still good.
 */
export const RUN_TURNS: Readonly<Record<RunTurnName, RunTurn>> = {
  begin: { from: ['queued'], to: 'running', event: 'started', ...FREE },
  hold: { from: ['queued'], to: 'holding', event: 'holding', ...FREE },
  start: { from: ['holding'], to: 'running', event: 'started', ...FREE },
  pause: { from: ['running'], to: 'paused', event: 'paused', ...FREE },
  resume: { from: ['paused'], to: 'running', event: 'resumed', ...FREE },
  cancel: {
    from: ['queued', 'holding', 'running', 'paused'],
    to: 'cancelled',
    event: 'cancelled',
    wear: 'so far',
    takesStock: false,
    isEvidence: false,
  },
  done: {
    from: ['running', 'paused'],
    to: 'finished',
    event: 'finished',
    wear: 'all',
    takesStock: true,
    isEvidence: true,
  },
  end: { from: ['running'], to: 'finished', event: 'finished', wear: 'all', takesStock: true, isEvidence: true },
};

/** Whether a run that stands so may take a turn. */
export const mayTurn = (state: RunState, turn: RunTurnName): boolean => RUN_TURNS[turn].from.includes(state);

/** Nothing follows on it by itself any more. */
export const isOver = (state: RunState): boolean => state === 'finished' || state === 'cancelled';

/** Its sheet lies on the machine, or the machine is kept for it. */
export const keepsMachine = (state: RunState): boolean =>
  state === 'holding' || state === 'running' || state === 'paused';

/** What a run that stands in a series is, as far as its order goes. */
export interface SeriesRun {
  position: number;
  state: RunState;
  hold: Hold | null;
}

/**
 * What follows in a series: the run whose turn it is, and whether it holds first; undefined while one is under way or waits, and
 * where all are over. What comes after a cancelled run is not begun.
 */
export function nextInSeries<R extends SeriesRun>(runs: readonly R[]): { run: R; turn: 'begin' | 'hold' } | undefined {
  const inOrder = [...runs].sort((a, b) => a.position - b.position);
  if (inOrder.some(({ state }) => keepsMachine(state))) return undefined;
  const run = inOrder.find(({ state }) => !isOver(state));
  if (!run || inOrder.some(({ position, state }) => position < run.position && state === 'cancelled')) return undefined;
  return { run, turn: run.hold && (run.hold.first || run.position > inOrder[0].position) ? 'hold' : 'begin' };
}

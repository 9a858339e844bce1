import type { PlanPhase } from '../press';

/** A pressing as it is written down: where it stands, by the server's clock. Times in ms since 1970. */
export interface PressTimer {
  phases: readonly PlanPhase[];
  state: 'waiting' | 'running' | 'paused' | 'done' | 'cancelled';
  /** Which phase it is in, from 0. */
  at: number;
  /** When that phase began; null while it waits for the start. */
  since: number | null;
  /** What was held of that phase before, ms. */
  doneBefore: number;
  /** How long each phase that is over really took, s. */
  took: readonly number[];
}

/** A phase that went on for so much longer than it was to was not watched: nobody knows when the plate was lifted, s. */
export const FORGOTTEN_SECONDS = 600;

/** Whether a plate was down in a phase that nobody watched, so that nothing can be learnt from it. */
export const wasForgotten = ({ phases, took }: Pick<PressTimer, 'phases' | 'took'>): boolean =>
  phases.some(({ isDown, seconds }, i) => isDown && (took[i] ?? 0) - seconds > FORGOTTEN_SECONDS);

export const TIMER_TURNS = ['start', 'next', 'skip', 'pause', 'resume', 'cancel'] as const;
export type TimerTurn = (typeof TIMER_TURNS)[number];

/** How long the phase that it is in has gone on, s. */
export function spentSeconds({ state, since, doneBefore }: PressTimer, now: number): number {
  return (doneBefore + (state === 'running' && since !== null ? now - since : 0)) / 1000;
}

/** What is left of the phase that it is in, s; below 0 where it went on for longer than it was to. */
export const leftSeconds = (timer: PressTimer, now: number): number =>
  timer.state === 'done' || timer.state === 'cancelled' ? 0 : timer.phases[timer.at].seconds - spentSeconds(timer, now);

const FROM: Readonly<Record<TimerTurn, readonly PressTimer['state'][]>> = {
  start: ['waiting'],
  next: ['running'],
  skip: ['running', 'paused'],
  pause: ['running'],
  resume: ['paused'],
  cancel: ['waiting', 'running', 'paused'],
};

/**
 * What becomes of a timer by what its maker presses; null where it stands otherwise. A phase does not end by itself: as long as
 * nobody lifts the plate, the heat goes on. One that is only done if a corner lifts is passed over by `skip`.
 */
export function turnTimer(timer: PressTimer, turn: TimerTurn, now: number): PressTimer | null {
  if (!FROM[turn].includes(timer.state)) return null;
  if (turn === 'start') return { ...timer, state: 'running', at: 0, since: now, doneBefore: 0 };
  if (turn === 'pause') return { ...timer, state: 'paused', since: null, doneBefore: spentSeconds(timer, now) * 1000 };
  if (turn === 'resume') return { ...timer, state: 'running', since: now };
  if (turn === 'cancel') return { ...timer, state: 'cancelled', since: null };
  if (turn === 'skip' && !timer.phases[timer.at].isOnlyIfNeeded) return null;
  const took = [...timer.took, turn === 'skip' ? 0 : spentSeconds(timer, now)];
  const at = timer.at + 1;
  return at < timer.phases.length
    ? { ...timer, state: 'running', at, since: now, doneBefore: 0, took }
    : { ...timer, state: 'done', since: null, doneBefore: 0, took };
}

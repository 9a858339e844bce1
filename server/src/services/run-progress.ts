import type { RunProgress } from '@keen-anvil/contract';
import { doneSeconds, keepsMachine } from '@keen-anvil/core/runs';
import { positionAt, type Trace } from '@keen-anvil/core/standins';
import type { RunRow } from '../queries/runs';

/** Machine seconds that a run takes in all: as measured, as the stand-in will take, or as reckoned. */
const totalOf = (run: RunRow): number => run.measuredSeconds ?? run.totalSeconds ?? run.estimateSeconds;

/** Whether the clock says how far a run is. Over a cable its page does; by hand nobody. */
const isByTheClock = (run: RunRow): boolean => run.driver === 'stand-in' && !run.isByHand && run.state === 'running';

/** Machine seconds that a run has behind it, so many true seconds after its row was read. */
export function doneOf(run: RunRow, laterSeconds = 0): number {
  if (!isByTheClock(run)) return Math.min(run.doneSeconds, totalOf(run));
  return doneSeconds(
    { doneBefore: run.doneSeconds, goingSeconds: run.goingSeconds, speedUp: run.speedUp, totalSeconds: totalOf(run) },
    laterSeconds,
  );
}

/**
 * How far a run is.
 * @param trace what its stand-in does; null where nobody asks where the head is
 */
export function progressOf(run: RunRow, trace: Trace | null, laterSeconds = 0): RunProgress {
  const seconds = doneOf(run, laterSeconds);
  const progress = {
    state: run.state,
    doneSeconds: seconds,
    totalSeconds: totalOf(run),
    rate: isByTheClock(run) ? run.speedUp : 0,
    cutMm: run.cutMm,
    strokesDone: 0,
    line: 0,
    at: { x: 0, y: 0 },
    isDown: false,
  };
  if (run.isByHand || !keepsMachine(run.state) || run.state === 'holding') return progress;
  return trace
    ? { ...progress, ...positionAt(trace, seconds) }
    : { ...progress, cutMm: totalOf(run) > 0 ? ((run.totalCutMm ?? 0) * seconds) / totalOf(run) : 0 };
}

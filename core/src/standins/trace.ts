import { phaseAt } from '../press';
import type { Settings } from '../recipes';
import type { StandInPosition } from './stand-in-position';

/** What a head does in a whole run, as plain numbers: legs in order of time, each over some of the points. */
export interface PathTrace {
  kind: 'path';
  totalSeconds: number;
  cutMm: number;
  /** When each leg begins and ends, in machine seconds. */
  start: Float64Array;
  end: Float64Array;
  /** The first point of each leg; it goes up to the first point of the next. */
  first: Uint32Array;
  isDown: Uint8Array;
  cutBefore: Float64Array;
  strokesDone: Uint32Array;
  /** The points in mm, and when each is reached after its leg began. */
  x: Float64Array;
  y: Float64Array;
  seconds: Float64Array;
  /** For each point, the file's line that leads to it, from 1. */
  line: Uint32Array;
}

/** What a press does: its phases follow from its numbers. */
export interface PressTrace {
  kind: 'press';
  totalSeconds: number;
  cutMm: number;
  settings: Settings;
}

export type Trace = PathTrace | PressTrace;

/** Where a stand-in is, `seconds` after the start (machine time). */
export function positionAt(trace: Trace, seconds: number): StandInPosition {
  if (trace.kind === 'path') return positionOnPath(trace, seconds);
  const isDown = phaseAt(trace.settings, seconds)?.phase.isDown ?? false;
  return { at: { x: 0, y: 0 }, isDown, cutMm: 0, strokesDone: seconds >= trace.totalSeconds ? 1 : 0, line: 0 };
}

/** Where a head is on its path, `seconds` after the start. */
export function positionOnPath(trace: PathTrace, seconds: number): StandInPosition {
  const leg = lastNotAfter(trace.start, seconds, 0, trace.start.length);
  if (leg < 0) return { at: { x: 0, y: 0 }, isDown: false, cutMm: 0, strokesDone: 0, line: 0 };
  const [from, to] = [trace.first[leg], leg + 1 < trace.first.length ? trace.first[leg + 1] : trace.x.length];
  const since = Math.min(Math.max(0, seconds - trace.start[leg]), trace.end[leg] - trace.start[leg]);
  // The point that it makes for, and the one that it comes from.
  const behind = Math.min(Math.max(from, lastNotAfter(trace.seconds, since, from, to)), Math.max(from, to - 2));
  const ahead = Math.min(behind + 1, to - 1);
  const span = trace.seconds[ahead] - trace.seconds[behind];
  const share = span > 0 ? Math.min(1, (since - trace.seconds[behind]) / span) : 1;
  const [dx, dy] = [trace.x[ahead] - trace.x[behind], trace.y[ahead] - trace.y[behind]];
  const isDown = trace.isDown[leg] === 1;
  let cutMm = trace.cutBefore[leg];
  if (isDown) {
    for (let k = from + 1; k <= behind; k++)
      cutMm += Math.hypot(trace.x[k] - trace.x[k - 1], trace.y[k] - trace.y[k - 1]);
    cutMm += share * Math.hypot(dx, dy);
  }
  return {
    at: { x: trace.x[behind] + dx * share, y: trace.y[behind] + dy * share },
    isDown: isDown && seconds < trace.end[leg],
    cutMm,
    line: trace.line[ahead] ?? 0,
    strokesDone: isDown && seconds >= trace.end[leg] ? trace.strokesDone[leg] + 1 : trace.strokesDone[leg],
  };
}

/** The last of some rising numbers that is not above a limit, within [from, to); before `from` where there is none. */
export function lastNotAfter(rising: ArrayLike<number>, limit: number, from: number, to: number): number {
  let [low, high] = [from, to];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rising[middle] <= limit) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

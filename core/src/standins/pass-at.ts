import { lastNotAfter, positionOnPath, type PathTrace } from './trace';

/**
 * Which pass a tool is in, from 1; a line that it is on its way to is at its first.
 * @param doneSeconds machine seconds from the start
 * @param passes how often each line is gone over
 * @param isWhole all of the work is gone over before the next pass begins, as by a beam; else each line by itself, as by a blade
 */
export function passAt(trace: PathTrace, doneSeconds: number, passes: number, isWhole: boolean): number {
  const leg = lastNotAfter(trace.start, doneSeconds, 0, trace.start.length);
  if (leg < 0) return 1;
  const { cutMm } = positionOnPath(trace, doneSeconds);
  const from = isWhole ? 0 : trace.cutBefore[leg];
  const to = isWhole ? trace.cutMm : (trace.cutBefore[leg + 1] ?? trace.cutMm);
  if (!isWhole && !trace.isDown[leg]) return 1;
  // What a blade cuts on beyond its last round belongs to that.
  return Math.min(passes, Math.floor(((cutMm - from) / Math.max(to - from, Number.EPSILON)) * passes + 1e-9) + 1);
}

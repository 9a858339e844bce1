import type { RunProgress } from '@keen-anvil/contract';
import { isOver } from '@keen-anvil/core/runs';
import type { Response } from 'express';
import type { Watch } from '../db/watch';
import type { RunsSeen } from '../services/runs-seen';
import { progressOf } from '../services/run-progress';

/** Proxies and phones drop a line on which nothing comes. */
const KEEP_ALIVE_MS = 15_000;
/** So often a run under way says where it is, in ms. */
const TELL_MS = 100;

/** Sends a run's progress as server-sent events, from where it is now until the listener leaves or the run is over. */
export async function streamRun(
  runs: RunsSeen,
  watch: Watch,
  workshopId: string,
  id: string,
  response: Response,
): Promise<void> {
  let isGone = false;
  response.on('close', () => (isGone = true));
  let [seen, readAt] = [await runs.follow(workshopId, id), performance.now()];
  if (isGone) return;
  response.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    Connection: 'keep-alive',
    'X-Accel-Buffering': 'no',
  });
  const say = (progress: RunProgress) => response.write(`data: ${JSON.stringify(progress)}\n\n`);
  /** How far it was told to be: a reading that took longer than the one before must not bring it back. */
  let toldSeconds = 0;
  const tell = () => {
    const later = (performance.now() - readAt) / 1000;
    let progress = progressOf(seen.run, seen.trace, later);
    if (progress.state === 'running' && progress.doneSeconds < toldSeconds)
      progress = progressOf(seen.run, seen.trace, later + (toldSeconds - progress.doneSeconds) / seen.run.speedUp);
    toldSeconds = progress.doneSeconds;
    say(progress);
    if (isOver(seen.run.state)) leave();
  };
  let reading = Promise.resolve();
  const onTold = (toldOf: string | null) => {
    if (toldOf !== null && toldOf !== id) return;
    // One after the other, so that nothing older is told after something newer.
    reading = reading
      .then(async () => {
        if (isGone) return;
        const [now, at] = [await runs.follow(workshopId, id), performance.now()];
        [seen, readAt] = [now, at];
        if (!isGone) tell();
      })
      .catch(() => undefined);
  };
  const ticking = setInterval(() => seen.run.state === 'running' && !seen.run.isByHand && tell(), TELL_MS);
  const keepAlive = setInterval(() => response.write(': still here\n\n'), KEEP_ALIVE_MS);
  function leave(): void {
    isGone = true;
    clearInterval(ticking);
    clearInterval(keepAlive);
    watch.off('told', onTold);
    watch.off('closed', leave);
    response.end();
  }
  watch.on('told', onTold);
  watch.on('closed', leave);
  response.on('close', leave);
  tell();
  // What was told between the first reading and the listening.
  if (!isGone) onTold(id);
}

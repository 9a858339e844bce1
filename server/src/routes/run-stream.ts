import type { RunProgress } from '@keen-anvil/contract';
import type { Response } from 'express';
import type { Here } from '../here';
import type { Watch } from '../db/watch';
import type { RunFollowers } from '../services/run-followers';

/** Proxies and phones drop a line on which nothing comes. */
const KEEP_ALIVE_MS = 15_000;

/** Sends a run's progress as server-sent events, whenever something changes, until the listener leaves or the run is over. */
export async function streamRun(
  here: Here,
  followers: RunFollowers,
  watch: Watch,
  id: string,
  response: Response,
): Promise<void> {
  let isGone = false;
  let leave = (): void => {
    isGone = true;
  };
  const say = (progress: RunProgress, isLast: boolean) => {
    if (isGone) return;
    if (!response.headersSent)
      response.writeHead(200, {
        'Content-Type': 'text/event-stream',
        'Cache-Control': 'no-store',
        Connection: 'keep-alive',
        'X-Accel-Buffering': 'no',
      });
    response.write(`data: ${JSON.stringify(progress)}\n\n`);
    if (isLast) leave();
  };
  response.on('close', () => leave());
  const unfollow = await followers.follow(here, id, say);
  const keepAlive = setInterval(() => response.write(': still here\n\n'), KEEP_ALIVE_MS);
  const end = () => {
    isGone = true;
    clearInterval(keepAlive);
    unfollow();
    watch.off('closed', end);
    response.end();
  };
  // It was over, or its listener was gone, before it could be followed.
  if (isGone) return end();
  leave = end;
  watch.on('closed', end);
}

import type { RunProgress, RunView } from '@keen-anvil/contract';
import type { Response } from 'express';
import type { RunService } from '../services/runs';

/** Proxies and phones drop a line on which nothing comes. */
const KEEP_ALIVE_MS = 15_000;

/** Sends a run's progress as server-sent events, from where it is now until the listener leaves or the run ends. */
export function streamRun(runs: RunService, run: RunView, response: Response): void {
  response.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive', 'X-Accel-Buffering': 'no' });
  const keepAlive = setInterval(() => response.write(': still here\n\n'), KEEP_ALIVE_MS);
  const send = (progress: RunProgress) => response.write(`data: ${JSON.stringify(progress)}\n\n`);
  const onChange = (id: string, progress: RunProgress) => {
    if (id === run.id) send(progress);
  };
  runs.on('changed', onChange);
  send(run.progress);
  response.on('close', () => {
    clearInterval(keepAlive);
    runs.off('changed', onChange);
  });
}

import type { StepRequest } from '@keen-anvil/core/output';
import { wrap, type Remote } from 'comlink';
import type { FileToFollow, FollowedPath, PathWorker } from '../../workers/path.worker';

/** Follows a file in a worker of its own; a signal ends it. */
export const followFile = (file: FileToFollow, signal: AbortSignal): Promise<FollowedPath> =>
  inWorker(signal, (remote) => remote.follow(file));

/** Plans a step in a worker as its machine would get it, and follows that. */
export const planAndFollow = (step: StepRequest, signal: AbortSignal): Promise<FollowedPath> =>
  inWorker(signal, (remote) => remote.planAndFollow(step));

async function inWorker(
  signal: AbortSignal,
  ask: (remote: Remote<PathWorker>) => Promise<FollowedPath>,
): Promise<FollowedPath> {
  const worker = new Worker(new URL('../../workers/path.worker', window.location.href));
  const ended = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('It is not asked for any more.', 'AbortError')));
    worker.addEventListener('error', () => reject(new Error('The path could not be worked out on this device.')));
  });
  try {
    return await Promise.race([ask(wrap<PathWorker>(worker)), ended]);
  } finally {
    worker.terminate();
  }
}

import type { StepRequest } from '@keen-anvil/core/output';
import type { FileToFollow, FollowedPath, PathWorker } from '../../workers/path.worker';
import { askWorker } from '../api/ask-worker';

const worker = (): Worker => new Worker(new URL('../../workers/path.worker', window.location.href));
const FAILED = 'The path could not be worked out on this device.';

/** Follows a file in a worker of its own; a signal ends it. */
export const followFile = (file: FileToFollow, signal: AbortSignal): Promise<FollowedPath> =>
  askWorker<PathWorker, FollowedPath>(worker(), (remote) => remote.follow(file), signal, FAILED);

/** Plans a step in a worker as its machine would get it, and follows that. */
export const planAndFollow = (step: StepRequest, signal: AbortSignal): Promise<FollowedPath> =>
  askWorker<PathWorker, FollowedPath>(worker(), (remote) => remote.planAndFollow(step), signal, FAILED);

import { wrap, type Remote } from 'comlink';
import type { InspectWorker } from '../../workers/inspect.worker';
import type { Inspection, InspectionRequest } from '../../workers/inspection';

/**
 * Inspects a step in a worker of its own. When the signal fires the worker is ended, so that a change does not wait
 * for the check of what was before it.
 */
export async function inspectInWorker(request: InspectionRequest, signal: AbortSignal): Promise<Inspection> {
  const worker = new Worker(new URL('../../workers/inspect.worker', window.location.href));
  const remote: Remote<InspectWorker> = wrap<InspectWorker>(worker);
  const stopped = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => reject(new DOMException('A newer check has begun.', 'AbortError')));
    worker.addEventListener('error', () => reject(new Error('The checks could not be run on this device.')));
  });
  try {
    return await Promise.race([remote.inspectStep(request), stopped]);
  } finally {
    worker.terminate();
  }
}

import { wrap, type Remote } from 'comlink';
import type { InspectWorker } from '../../workers/inspect.worker';
import type { Inspection, InspectionRequest } from '../../workers/inspection';

interface Running {
  worker: Worker;
  remote: Remote<InspectWorker>;
  waiting: number;
}

/** The worker lives on: it remembers what it found of parts that have not changed. */
let running: Running | null = null;

function start(): Running {
  const worker = new Worker(new URL('../../workers/inspect.worker', window.location.href));
  return { worker, remote: wrap<InspectWorker>(worker), waiting: 0 };
}

/**
 * Inspects a step in the worker. When the signal fires and nothing else waits for the worker it is ended, so that a
 * change does not wait for the check of what was before it.
 */
export async function inspectInWorker(request: InspectionRequest, signal: AbortSignal): Promise<Inspection> {
  const mine = (running ??= start());
  mine.waiting += 1;
  const stopped = new Promise<never>((_, reject) => {
    signal.addEventListener('abort', () => {
      if (mine.waiting === 1) {
        mine.worker.terminate();
        if (running === mine) running = null;
      }
      reject(new DOMException('A newer check has begun.', 'AbortError'));
    });
    mine.worker.addEventListener('error', () => {
      mine.worker.terminate();
      if (running === mine) running = null;
      reject(new Error('The checks could not be run on this device.'));
    });
  });
  try {
    return await Promise.race([mine.remote.inspectStep(JSON.stringify(request)), stopped]);
  } finally {
    mine.waiting -= 1;
  }
}

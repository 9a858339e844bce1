import type { CurveContour } from '@keen-anvil/core/geometry';
import type { StepRequest, WayCompared } from '@keen-anvil/core/output';
import { wrap, type Remote } from 'comlink';
import type { InspectWorker } from '../../workers/inspect.worker';
import type { Inspection, InspectionRequest, NumberedStep } from '../../workers/inspection';
import { pauses } from '../api/pauses';

interface Running {
  worker: Worker;
  remote: Remote<InspectWorker>;
  waiting: number;
  /** The contours that it has, by their numbers. */
  given: Set<number>;
}

/** The worker lives on: it remembers contours, and what it found of parts that have not changed. */
let running: Running | null = null;

/** The same list of contours keeps its number, and goes to a worker once. */
const numbers = new WeakMap<CurveContour[], number>();
let count = 0;
/** So many segments go over at once. */
const AT_ONCE = 4000;
/** The worker forgets what is not asked for any more once it has so many lists. */
const MOST_GIVEN = 20_000;

function start(): Running {
  const worker = new Worker(new URL('../../workers/inspect.worker', window.location.href));
  return { worker, remote: wrap<InspectWorker>(worker), waiting: 0, given: new Set() };
}

/**
 * Inspects a step in the worker. When the signal fires and nothing else waits for the worker it is ended, so that a
 * change does not wait for the check of what was before it.
 */
export const inspectInWorker = ({ step, check }: InspectionRequest, signal: AbortSignal): Promise<Inspection> =>
  inWorker(step, signal, (remote, numbered) => remote.inspectStep(numbered, check));

/** What a step takes in one way of engraving, and its lines through a loupe; worked out by the same worker. */
export const compareInWorker = (
  step: StepRequest,
  intervalMm: number | null,
  signal: AbortSignal,
): Promise<WayCompared> => inWorker(step, signal, (remote, numbered) => remote.compareWay(numbered, intervalMm));

type Asked<T> = (remote: Remote<InspectWorker>, step: NumberedStep) => Promise<T>;

async function inWorker<T>(step: StepRequest, signal: AbortSignal, ask: Asked<T>): Promise<T> {
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
    return await Promise.race([askIn(mine, step, signal, ask), stopped]);
  } finally {
    mine.waiting -= 1;
  }
}

async function askIn<T>(mine: Running, step: StepRequest, signal: AbortSignal, ask: Asked<T>): Promise<T> {
  const parts = step.parts.map(({ contours, ...part }) => ({ ...part, shape: numberOf(contours) }));
  const { remote, given } = mine;
  if (given.size > MOST_GIVEN && mine.waiting === 1) {
    given.clear();
    await remote.forgetShapes();
  }
  const rest = pauses();
  let waiting: [number, CurveContour[]][] = [];
  let segments = 0;
  const handOver = async () => {
    const told = remote.learnShapes(JSON.stringify(waiting));
    for (const [shape] of waiting) given.add(shape);
    waiting = [];
    segments = 0;
    await told;
    await rest();
    signal.throwIfAborted();
  };
  for (const [i, { shape }] of parts.entries()) {
    if (given.has(shape)) continue;
    const { contours } = step.parts[i];
    waiting.push([shape, contours]);
    segments += contours.reduce((sum, contour) => sum + contour.segments.length, 0);
    if (segments >= AT_ONCE) await handOver();
  }
  if (waiting.length) await handOver();
  return ask(remote, { ...step, parts });
}

/** The number of a list of contours; the very same list has the same one. */
export function numberOf(contours: CurveContour[]): number {
  const before = numbers.get(contours);
  if (before) return before;
  numbers.set(contours, ++count);
  return count;
}

import { knownBounds } from '@keen-anvil/core/geometry';
import type { JobAction, JobDocument, SeenDocument, Shape, ShopFacts } from '@keen-anvil/core/jobs';
import type { Lines, TriedOut } from '@keen-anvil/core/makings';
import type { Measures } from '@keen-anvil/core/measured';
import { wrap, type Remote } from 'comlink';
import type { DocumentWorker, NumberedDocument } from '../../workers/document.worker';
import { ApiError } from '../api/client';
import { nextTurn, pauses } from '../api/pauses';

/** So many lines and curves come over at once, and so many jobs' shapes are kept. */
const AT_ONCE = 4000;
const KEPT_JOBS = 4;

interface Running {
  worker: Worker;
  remote: Remote<DocumentWorker>;
  /** Rejects once the worker has broken off. */
  broken: Promise<never>;
  /** Shapes by the worker's numbers, for each job; the job looked at last is the last. */
  known: Map<string, Map<number, Shape>>;
}

/** The worker lives on: it knows the readings and shapes of the jobs that were looked at. */
let running: Running | null = null;

function start(): Running {
  const worker = new Worker(new URL('../../workers/document.worker', window.location.href));
  const broken = new Promise<never>((_, reject) => {
    worker.addEventListener('error', () => {
      end(worker);
      reject(new Error('The parts of this job could not be worked out on this device.'));
    });
  });
  broken.catch(() => undefined);
  return { worker, remote: wrap<DocumentWorker>(worker), broken, known: new Map() };
}

function end(worker: Worker): void {
  worker.terminate();
  if (running?.worker === worker) running = null;
}

/**
 * The shapes of a job's document, worked out in a worker: what did not change comes as the very same objects as before.
 * @throws ApiError where the server cannot be reached for a reading that is not at hand
 */
export async function seeDocument(jobId: string, document: JobDocument, signal?: AbortSignal): Promise<SeenDocument> {
  const mine = (running ??= start());
  const numbered = await Promise.race([mine.remote.see(document), mine.broken]).catch(() => {
    throw new ApiError(
      'The drawings of this job cannot be fetched at the moment. What you see is safe; try again when the server is back.',
      0,
      'offline',
    );
  });
  signal?.throwIfAborted();
  return seenOf(mine, jobId, numbered);
}

/** A job's document after an action, worked out in the worker; null where the rules refuse it. */
export async function changeDocument(
  jobId: string,
  document: JobDocument,
  action: JobAction,
  shop: ShopFacts,
): Promise<{ document: JobDocument; seen: SeenDocument } | null> {
  const mine = (running ??= start());
  const changed = await Promise.race([mine.remote.change(document, action, shop), mine.broken]);
  return changed && { document: changed.document, seen: await seenOf(mine, jobId, changed, changed.fresh) };
}

/** What would come of parts by an operation, worked out in the worker. */
export function tryInWorker(by: string, sources: readonly Lines[], measures: Measures): Promise<TriedOut> {
  const mine = (running ??= start());
  return Promise.race([mine.remote.tryOut(by, sources, measures), mine.broken]);
}

/** Fetches the shapes that are not known here yet, some at a time. @param told shapes that came with the answer, as JSON */
async function seenOf(
  mine: Running,
  jobId: string,
  { parts, drawings }: NumberedDocument,
  told = '[]',
): Promise<SeenDocument> {
  const had = mine.known.get(jobId) ?? new Map<number, Shape>();
  const shapes = new Map<number, Shape>();
  const take = (text: string) => {
    for (const [number, shape] of JSON.parse(text) as [number, Shape][]) {
      shapes.set(number, shape);
      // Known before it is asked for: this is read in turns, the page is laid out in one.
      knownBounds(shape.contours);
    }
  };
  take(told);
  let wanted: number[] = [];
  let segments = 0;
  const rest = pauses();
  const fetchWanted = async () => {
    take(await Promise.race([mine.remote.shapes(wanted), mine.broken]));
    wanted = [];
    segments = 0;
    await rest();
  };
  let isFetched = false;
  for (const { shape: number, segments: more } of parts) {
    const before = had.get(number);
    if (before) shapes.set(number, before);
    if (before || shapes.has(number) || wanted.includes(number)) continue;
    wanted.push(number);
    segments += more;
    isFetched = true;
    if (segments >= AT_ONCE) await fetchWanted();
  }
  if (wanted.length) await fetchWanted();
  keep(mine.known, jobId, shapes);
  if (isFetched) await nextTurn();
  return {
    shapes: new Map(parts.map(({ id, shape }) => [id, shapes.get(shape)!])),
    drawings: new Map(drawings),
  };
}

function keep(known: Running['known'], jobId: string, shapes: Map<number, Shape>): void {
  known.delete(jobId);
  known.set(jobId, shapes);
  for (const id of [...known.keys()].slice(0, -KEPT_JOBS)) known.delete(id);
}

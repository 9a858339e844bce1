import {
  paths,
  type JobApart,
  type JobDetail,
  type PartApart,
  type PartView,
  type ShapeLine,
} from '@keen-anvil/contract';
import { ApiError, callForLines } from '../api/client';
import { nextTurn, pauses } from '../api/pauses';
import { knownBounds } from '@keen-anvil/core/geometry';

/** Asks the server to leave contours out of jobs: they are fetched apart, once. */
export const APART = { Prefer: 'shapes=apart' };

/** So many keys are asked for at once, and so many jobs' contours are kept. */
const AT_ONCE = 10_000;
const KEPT_JOBS = 4;
const ROUNDS = 3;

type Contours = PartView['contours'];
/** Contours by their keys, for each job; the job looked at last is the last. */
const known = new Map<string, Map<string, Contours>>();

/**
 * A job with its contours: those of an earlier answer, the very same lists, and the rest from the server.
 * @param again fetches the job anew, where another device changed its contours meanwhile
 */
export async function withShapes(
  sent: JobApart | JobDetail,
  again: () => Promise<JobApart | JobDetail>,
  signal?: AbortSignal,
): Promise<JobDetail> {
  const rest = pauses();
  let job = sent;
  for (let round = 0; round < ROUNDS; round++) {
    const had = known.get(job.id) ?? new Map<string, Contours>();
    const wanted = new Set(partsOf(job).flatMap((part) => ('shape' in part ? [part.shape] : [])));
    const shapes = new Map([...wanted].flatMap((shape) => (had.has(shape) ? [[shape, had.get(shape)!] as const] : [])));
    const missing = [...wanted].filter((shape) => !shapes.has(shape));
    for (let from = 0; from < missing.length; from += AT_ONCE) {
      const body = { shapes: missing.slice(from, from + AT_ONCE) };
      for await (const { shape, contours } of callForLines<ShapeLine>(paths.jobShapes(job.id), {
        method: 'POST',
        body,
        signal,
      })) {
        shapes.set(shape, contours);
        // Known before it is asked for: this is read in turns, the page is laid out in one.
        knownBounds(contours);
        await rest();
      }
    }
    keep(job.id, shapes);
    if (missing.length) await nextTurn();
    if (shapes.size === wanted.size) return joined(job, shapes);
    job = await again();
  }
  throw new ApiError('This job is being changed on another device just now. Load it again in a moment.', 0, 'moving');
}

function keep(jobId: string, shapes: Map<string, Contours>): void {
  known.delete(jobId);
  known.set(jobId, shapes);
  for (const id of [...known.keys()].slice(0, -KEPT_JOBS)) known.delete(id);
}

const partsOf = (job: JobApart | JobDetail): (PartApart | PartView)[] => [
  ...job.steps.flatMap((step) => step.parts as (PartApart | PartView)[]),
  ...job.otherParts,
];

function joined(job: JobApart | JobDetail, shapes: ReadonlyMap<string, Contours>): JobDetail {
  const join = (part: PartApart | PartView): PartView => {
    if (!('shape' in part)) return part;
    const { shape, ...rest } = part;
    return { ...rest, contours: shapes.get(shape)! };
  };
  return {
    ...job,
    steps: job.steps.map((step) => ({ ...step, parts: step.parts.map(join) })),
    otherParts: job.otherParts.map(join),
  };
}

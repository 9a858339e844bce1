import { createHash } from 'node:crypto';
import type { JobApart, JobDetail, PartApart, PartView, ReadingPreview, ShapeLine } from '@keen-anvil/contract';
import type { Request } from 'express';

/** What a client prefers that keeps the contours it has (RFC 7240). */
const APART = 'shapes=apart';

/** A job as the client wants it: whole, or with its contours apart. */
export function asAsked<T extends JobDetail | ReadingPreview>(request: Request, answer: T): T | JobApart {
  // An answer line by line has its head sent already; nothing keeps those.
  if (!request.res?.headersSent) request.res?.vary('Prefer');
  return request.headers.prefer === APART && 'steps' in answer ? shapesApart(answer) : answer;
}

function shapesApart(job: JobDetail): JobApart {
  return {
    ...job,
    steps: job.steps.map((step) => ({ ...step, parts: step.parts.map(apart) })),
    otherParts: job.otherParts.map(apart),
  };
}

function apart({ contours, ...part }: PartView): PartApart {
  return { ...part, shape: keyOf(contours) };
}

/** The same contours have the same key, wherever they are. */
function keyOf(contours: PartView['contours']): string {
  return createHash('sha1').update(JSON.stringify(contours)).digest('base64url').slice(0, 20);
}

/** The contours that are asked for, one line for each, so that the page can read them a few at a time. */
export function shapeLines(job: JobDetail, wanted: ReadonlySet<string>): string {
  const lines = new Map<string, string>();
  for (const { contours } of [...job.steps.flatMap((step) => step.parts), ...job.otherParts]) {
    const shape = keyOf(contours);
    if (wanted.has(shape) && !lines.has(shape))
      lines.set(shape, JSON.stringify({ shape, contours } satisfies ShapeLine));
  }
  return [...lines.values()].map((line) => `${line}\n`).join('');
}

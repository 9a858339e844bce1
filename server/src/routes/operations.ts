import { createHash } from 'node:crypto';
import type { ErrorRequestHandler, Request, RequestHandler, Response } from 'express';
import type { Pool } from 'pg';
import { keptAnswer, OperationDone, type Operation } from '../db/operation';
import { Problem } from '../problem';
import { findOperation, keepAnswer, type OperationRow } from '../queries/operations';
import { jobAnswer } from '../services/job-views';
import { asWrite, hereOf } from './asked-here';
import { NDJSON } from './streamed';

/** The header in which a sender names a write: sent again under one name, it is done once. */
const OPERATION_HEADER = 'idempotency-key';
const NAME = /^[\w.:-]{8,200}$/;
const LOOK_MS = 50;
const MOST_LOOKS = 20;
const WRITES = new Set(['POST', 'PUT', 'PATCH', 'DELETE']);

/**
 * Gives a write its name, and answers one that was done before as it was answered then. Where the sender gives none, a body that
 * holds what can be there only once (an id that its sender made, the version that it changes) is its own name.
 */
export function operations(pool: Pool): RequestHandler {
  return async (request, response, next) => {
    const operation = operationOf(request);
    if (!operation) return next();
    const done = await findOperation(pool, operation.workshopId, operation.key);
    if (done) return answerAgain(pool, operation, request, response);
    const json = response.json.bind(response);
    // What the handler answers is what the next one hears; it is kept before it is sent.
    response.json = (body: unknown) => {
      if (!operation.isClaimed || response.statusCode >= 300) return json(body);
      const kept = keptAnswer(body);
      // A job is told as it is then: of an edit of it nothing more is to be kept than that it was made.
      if (operation.isJobKept && kept.jobId !== null && response.statusCode === 200) return json(body);
      keepAnswer(pool, operation.workshopId, operation.key, { status: response.statusCode, ...kept })
        .catch(() => undefined)
        .finally(() => json(body));
      return response;
    };
    asWrite(request, operation);
    next();
  };
}

/** Two of one name at once: the second one waited for the first, and hears what that one did. */
export function answerDone(pool: Pool): ErrorRequestHandler {
  return async (error, request, response, next) => {
    if (!(error instanceof OperationDone)) return next(error);
    await answerAgain(pool, error.operation, request, response);
  };
}

function operationOf(request: Request): Operation | null {
  if (!WRITES.has(request.method)) return null;
  const named = request.get(OPERATION_HEADER) ?? namedInBody(request);
  const asked = createHash('sha256')
    .update(request.method)
    .update('\n')
    .update(request.originalUrl)
    .update('\n')
    .update(bytesOf(request))
    .digest('base64url');
  if (named !== undefined && !NAME.test(named))
    throw new Problem(400, 'operation', 'The name of a write is 8 to 200 letters, digits, dots, colons or dashes.');
  const key = named ?? (holdsItsName(request) ? `same ${asked}` : null);
  return key === null
    ? null
    : {
        workshopId: hereOf(request).workshopId,
        key,
        asked,
        at: request.originalUrl.split('?')[0],
        isClaimed: false,
        isJobKept: false,
      };
}

/** The name may stand in the body too; it is no part of what is written. */
function namedInBody({ body }: Request): string | undefined {
  if (
    typeof body !== 'object' ||
    body === null ||
    Buffer.isBuffer(body) ||
    !Object.hasOwn(body as object, 'operationId')
  )
    return undefined;
  const { operationId } = body as { operationId?: unknown };
  delete (body as { operationId?: unknown }).operationId;
  return String(operationId);
}

const bytesOf = ({ body }: Request): Buffer | string =>
  Buffer.isBuffer(body) ? body : body === undefined ? '' : JSON.stringify(body);

/** Whether a body could not be sent a second time and mean something else. */
function holdsItsName({ body }: Request): boolean {
  if (typeof body !== 'object' || body === null || Buffer.isBuffer(body)) return false;
  return ['id', 'version'].some((name) => Object.hasOwn(body as object, name));
}

/** How a write was answered; where it has just been written, its answer comes a moment later. */
async function answeredOperation(pool: Pool, { workshopId, key }: Operation): Promise<OperationRow | undefined> {
  for (let look = 1; ; look++) {
    const done = await findOperation(pool, workshopId, key);
    if (!done || done.answer !== null || done.jobId !== null || look >= MOST_LOOKS) return done;
    await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
  }
}

async function answerAgain(pool: Pool, operation: Operation, request: Request, response: Response): Promise<void> {
  const done = await answeredOperation(pool, operation);
  if (done && done.asked !== operation.asked)
    throw new Problem(422, 'operation', 'Another write was sent under this name before. A name is for one write.');
  const answer = done?.jobId ? await jobAnswer(hereOf(request), pool, done.jobId) : done?.answer;
  if (!done || answer === null || answer === undefined)
    throw new Problem(409, 'done', 'This was written already. Look at it as it is now.');
  if (request.headers.accept === NDJSON) {
    response
      .status(200)
      .type(NDJSON)
      .end(`${JSON.stringify({ answer })}\n`);
    return;
  }
  response.status(done.status ?? 200).json(answer);
}

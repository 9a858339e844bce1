import type { ProblemBody } from '@keen-anvil/contract';
import { ContractError } from '@keen-anvil/contract/checks';
import type { ErrorRequestHandler, Request } from 'express';
import { isDatabaseAway, isPoolFull } from '../db/away';
import { databaseRefusal } from '../db/refusal';
import { Problem } from '../problem';

/** Turns every error into the one error shape. */
export const answerProblem: ErrorRequestHandler = (error: unknown, request, response, _next) => {
  const { status, body } = problemOf(error, request);
  if (response.headersSent) {
    response.end();
    return;
  }
  if (status === 503) response.setHeader('Retry-After', '1');
  response.status(status).json(body);
};

/** An error as it is answered; what was not foreseen is written down. */
export function problemOf(error: unknown, request: Request): { status: number; body: ProblemBody } {
  const answer = toAnswer(error);
  if (answer.status >= 500) request.log?.error({ err: error }, 'a request failed');
  return answer;
}

function toAnswer(error: unknown): { status: number; body: ProblemBody } {
  if (error instanceof Problem)
    return { status: error.status, body: { error: { code: error.code, message: error.message, ...error.extra } } };
  if (error instanceof ContractError)
    return { status: 400, body: { error: { code: 'contract', message: error.message, field: error.field } } };
  if (isDatabaseAway(error))
    return {
      status: 503,
      body: {
        error: {
          code: 'database-away',
          message:
            'The workshop’s book cannot be reached at the moment. What you typed is kept; it is sent again by itself, and done once.',
        },
      },
    };
  if (isPoolFull(error))
    return {
      status: 503,
      body: {
        error: {
          code: 'crowded',
          message:
            'So many ask the workshop’s book at once that this waited too long. What you typed is kept; it is sent again by itself.',
        },
      },
    };
  const refusal = databaseRefusal(error);
  if (refusal)
    return {
      status: refusal.status,
      body: { error: { code: refusal.code, message: refusal.message, field: refusal.field } },
    };
  const { status, type, limit } = error as { status?: number; type?: string; limit?: number };
  if (type === 'entity.too.large') {
    return {
      status: 413,
      body: {
        error: {
          code: 'too-large',
          message: `That is too large: at most ${Math.round((limit ?? 0) / 1e6)} MB are taken.`,
        },
      },
    };
  }
  if (type === 'entity.parse.failed')
    return { status: 400, body: { error: { code: 'json', message: 'JSON was expected; what came cannot be read.' } } };
  if (status && status >= 400 && status < 500)
    return { status, body: { error: { code: 'request', message: 'The request could not be read.' } } };
  return {
    status: 500,
    body: {
      error: {
        code: 'server',
        message:
          'Something went wrong on the server. What you typed is kept: look at how it stands now before you try again.',
      },
    },
  };
}

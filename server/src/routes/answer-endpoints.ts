import {
  areas,
  ROLES,
  type AnswerOf,
  type BodyOf,
  type Endpoint,
  type EventsAnswer,
  type FileAnswer,
  type FileBody,
  type Method,
  type ReadOf,
} from '@keen-anvil/contract';
import { BODIES, parseContract } from '@keen-anvil/contract/checks';
import type { ClassConstructor } from 'class-transformer';
import express, { Router, type Request, type RequestHandler, type Response } from 'express';
import type { Pool } from 'pg';
import { readAsked } from '../asked-for';
import type { Listening } from '../heavy/pool';
import type { Here } from '../here';
import { Problem } from '../problem';
import { hereOf } from './asked-here';
import { operations } from './operations';
import { refuseUnsound } from './refuse-unsound';
import { Sent } from './sent';
import { streamed } from './streamed';
import { uploadLine } from './upload-line';

/** A body of JSON is at most so large, bytes. */
const LARGEST_JSON = 1_000_000;

type Given<E> = ReadOf<E> & { body: BodyOf<E> extends FileBody ? Buffer : BodyOf<E>; listening: Listening };

type Answered<E> =
  AnswerOf<E> extends FileAnswer ? Sent : AnswerOf<E> extends EventsAnswer<unknown> ? void : AnswerOf<E>;

/** What answers each endpoint of an area: whose and who comes first, then what is asked. */
export type Handlers<Area extends keyof typeof areas> = {
  [Name in keyof (typeof areas)[Area]]: (
    here: Here,
    given: Given<(typeof areas)[Area][Name]>,
    response: Response,
  ) => Answered<(typeof areas)[Area][Name]> | Promise<Answered<(typeof areas)[Area][Name]>>;
};

/** A handler as the router calls it; what it is given fits its endpoint. */
type AnyHandler = (here: Here, given: object, response: Response) => unknown;

const HOLDS: Record<NonNullable<Endpoint['holds']>, string> = {
  'for ever': 'private, max-age=31536000, immutable',
  // Asked for again, it is not sent again where nothing is different. What can be undone is another thing on each device.
  'until asked': 'private, no-cache',
  never: 'no-store',
};

/** Routes for the endpoints of one area. */
export function routesFor<Area extends keyof typeof areas>(area: Area, handlers: Handlers<Area>, pool: Pool): Router {
  const router = Router();
  const byName = handlers as Record<string, AnyHandler>;
  for (const [name, endpoint] of Object.entries<Endpoint>(areas[area])) {
    const method = endpoint.method.toLowerCase() as Lowercase<Method>;
    router[method](
      endpoint.path,
      mayAsk(endpoint),
      ...bodyReaders(endpoint, pool),
      answerBy(name, endpoint, byName[name]),
    );
  }
  return router;
}

/** Refuses whoever may not ask for it. */
const mayAsk =
  ({ role }: Endpoint): RequestHandler =>
  (request, _response, next) => {
    const { role: own } = hereOf(request);
    if (ROLES.indexOf(own) < ROLES.indexOf(role))
      throw new Problem(403, 'role', `This takes at least a ${role} of the workshop; you are a ${own}.`);
    next();
  };

/** What reads a body, gives the write its name, and refuses what no contract can mean. A large file is read when its turn comes. */
function bodyReaders({ method, fileUpTo }: Endpoint, pool: Pool): RequestHandler[] {
  if (method === 'GET') return [];
  return fileUpTo === undefined
    ? [express.json({ limit: LARGEST_JSON }), refuseUnsound, operations(pool)]
    : [operations(pool), uploadLine, express.raw({ type: () => true, limit: fileUpTo })];
}

function answerBy(name: string, endpoint: Endpoint, handler: AnyHandler): RequestHandler {
  return async (request, response) => {
    const here = hereOf(request);
    const given = { ...readAsked(endpoint, request), body: bodyOf(name, endpoint, request) };
    const answerWith = async (listening: Listening) => handler(here, { ...given, listening }, response);
    const status = endpoint.makes ? 201 : 200;
    if (endpoint.inLines) return streamed(request, response, status, answerWith);
    const answer = await answerWith({});
    if (endpoint.isFollowed) return;
    if (endpoint.holds) response.setHeader('Cache-Control', HOLDS[endpoint.holds]);
    if (endpoint.holds === 'until asked') response.vary('Device-Id');
    if (answer instanceof Sent) await answer.to(response);
    else if (answer === undefined) response.status(204).end();
    else response.status(status).json(answer);
  };
}

/** The body of a request, checked against its class; a file as it came. */
function bodyOf(name: string, { fileUpTo }: Endpoint, request: Request): unknown {
  const body: unknown = request.body;
  if (fileUpTo !== undefined) return Buffer.isBuffer(body) ? body : Buffer.alloc(0);
  const type = (BODIES as Partial<Record<string, ClassConstructor<object>>>)[name];
  return type && parseContract(type, body);
}

import { AsyncLocalStorage } from 'node:async_hooks';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Pool } from 'pg';
import { validate as isUuid } from 'uuid';
import { listWorkshops } from './queries/workshops';

/** The made-up workshop of the demo. */
export const DEMO_WORKSHOP_ID = '5a1f0000-0000-4000-8000-000000000001';
/** The cookie that says in which workshop one is. */
export const WORKSHOP_COOKIE = 'workshop';

const here = new AsyncLocalStorage<string>();

/** The workshop that the work at hand is for; empty where it is for none, as at the start. */
export const workshopAtHand = (): string => here.getStore() ?? '';

interface RequestInWorkshop extends Request {
  workshopId?: string;
}

/** Finds out in which workshop a request is: the one its cookie names, where there is such a one, else the demo. */
export function enterWorkshop(pool: Pool): RequestHandler {
  return async (request: RequestInWorkshop, _response: Response, next: NextFunction) => {
    const named: unknown = (request.cookies as Record<string, unknown> | undefined)?.[WORKSHOP_COOKIE];
    const isThere =
      typeof named === 'string' && isUuid(named) && (await listWorkshops(pool)).some(({ id }) => id === named);
    request.workshopId = isThere ? named : DEMO_WORKSHOP_ID;
    here.run(request.workshopId, next);
  };
}

/** Whose rows a request is about: the one place to change when accounts come. */
export function workshopOf(request: Request): string {
  return (request as RequestInWorkshop).workshopId ?? DEMO_WORKSHOP_ID;
}

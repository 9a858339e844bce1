import type { Request, RequestHandler } from 'express';
import type { Pool } from 'pg';
import { validate as isUuid } from 'uuid';
import { byItself, type Here } from '../here';
import { findWorkshop } from '../queries/workshops';
import { DEMO_WORKSHOP_ID, WORKSHOP_COOKIE } from '../workshop';

/** The header in which a phone or computer says which one it is. */
const DEVICE_HEADER = 'device-id';

interface RequestHere extends Request {
  here?: Here;
}

/** Finds out whose and who a request is: the workshop that its cookie names, where there is such a one, else the demo. */
export function findHere(pool: Pool): RequestHandler {
  return async (request: RequestHere, _response, next) => {
    const named: unknown = (request.cookies as Record<string, unknown> | undefined)?.[WORKSHOP_COOKIE];
    const isThere = typeof named === 'string' && isUuid(named) && (await findWorkshop(pool, named)) !== undefined;
    const device = request.get(DEVICE_HEADER);
    request.here = {
      ...byItself(isThere ? named : DEMO_WORKSHOP_ID),
      deviceId: device !== undefined && isUuid(device) ? device : null,
    };
    next();
  };
}

/** Whose and who a request is. */
export function hereOf(request: Request): Here {
  const { here } = request as RequestHere;
  if (!here) throw new Error('Nobody found out whose this request is.');
  return here;
}

/** The request is one of a write from now on. */
export function asWrite(request: Request, operation: Here['operation']): void {
  (request as RequestHere).here = { ...hereOf(request), operation };
}

import { AsyncLocalStorage } from 'node:async_hooks';
import type { RequestHandler } from 'express';
import { validate as isUuid } from 'uuid';

/** The header in which a phone or computer says which one it is: what is taken back on it is what was done on it. */
const DEVICE_HEADER = 'device-id';

const here = new AsyncLocalStorage<string>();

/** The device that the work at hand is asked for from; null where it did not say. */
export const deviceAtHand = (): string | null => here.getStore() ?? null;

/** Remembers which device a request is from. */
export const knowDevice: RequestHandler = (request, _response, next) => {
  const id = request.get(DEVICE_HEADER);
  if (id !== undefined && isUuid(id)) here.run(id, next);
  else next();
};

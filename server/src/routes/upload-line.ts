import type { RequestHandler } from 'express';
import { Lanes, LineFullError } from '../heavy/lanes';
import { Problem } from '../problem';
import { hereOf } from './asked-here';

/** A body that is larger, or does not say how large it is, waits in line. */
const LARGE = 2_000_000;
/** So many large bodies are held at once, and so many of one workshop wait. */
const AT_ONCE = 2;
const MOST_WAITING = 6;
/** Who waits longer than this is told to come again, in ms. */
const LONGEST_WAIT_MS = 45_000;

const line = new Lanes(AT_ONCE + 1, MOST_WAITING);

/** Large files are taken a few at a time: what waits is not read yet, and takes no room. */
export const uploadLine: RequestHandler = (request, response, next) => {
  const length = Number(request.headers['content-length'] ?? Number.POSITIVE_INFINITY);
  if (length <= LARGE) return next();
  const gone = new AbortController();
  const late = setTimeout(() => gone.abort(new LineFullError()), LONGEST_WAIT_MS);
  response.once('close', () => gone.abort(new Error('The sender has left.')));
  const taken = () => {
    clearTimeout(late);
    next();
    return new Promise<void>((resolve) => response.once('close', resolve));
  };
  line.run('large', hereOf(request).workshopId, taken, gone.signal).catch((error: unknown) => {
    clearTimeout(late);
    if (response.destroyed || response.headersSent) return;
    next(
      error instanceof LineFullError
        ? new Problem(
            503,
            'line-full',
            'Several large files are being read at the moment. Send it again in a minute; nothing was changed.',
          )
        : error,
    );
  });
};

import { existsSync } from 'node:fs';
import compression from 'compression';
import express, { type Express, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { apiRouter } from './routes/api';
import type { ApiParts } from './routes/api-parts';
import { ownPagesOnly } from './routes/own-pages-only';
import { answerProblem } from './routes/respond';
import { webPages } from './routes/web-pages';

export interface AppParts extends ApiParts {
  log: Logger;
  /** The built web app; null for the API alone. */
  webDir: string | null;
  /** What one address may ask for in a minute. */
  requestsPerMinute?: number;
  /** Names under which the server is reached besides loopback's, such as `bench.local:8300`. */
  hosts?: readonly string[];
}

const REQUESTS_PER_MINUTE = 3000;
/** Answers whole: a stream of lines or events must not wait for a block to be full. */
const isWorthPressing = (_request: unknown, response: Response) =>
  /^(application\/(json|pdf)|text\/csv|image\/svg)/.test(String(response.getHeader('Content-Type') ?? ''));

/** The whole web server: API under /api, the built app for everything else. */
export function createApp({
  log,
  webDir,
  requestsPerMinute = REQUESTS_PER_MINUTE,
  hosts = [],
  ...parts
}: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          defaultSrc: ["'self'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          connectSrc: ["'self'"],
          imgSrc: ["'self'", 'data:', 'blob:'],
          fontSrc: ["'self'", 'data:'],
          // React Native's web styles are written into the page as it runs.
          styleSrc: ["'self'", "'unsafe-inline'"],
          objectSrc: ["'none'"],
          frameAncestors: ["'none'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          // Served on loopback and in the workshop's own network, without a certificate.
          upgradeInsecureRequests: null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(pinoHttp({ logger: log, autoLogging: { ignore: (request) => !request.url?.startsWith('/api') } }));
  app.use(
    '/api',
    ownPagesOnly(hosts),
    compression({ filter: isWorthPressing, level: 3 }),
    rateLimit({
      windowMs: 60_000,
      limit: requestsPerMinute,
      standardHeaders: true,
      legacyHeaders: false,
      validate: false,
      message: { error: { code: 'too-many', message: 'Too many requests in a minute. Wait a little.' } },
    }),
    apiRouter(parts),
  );
  if (webDir && existsSync(webDir)) app.use(webPages(webDir));
  app.use(answerProblem);
  return app;
}

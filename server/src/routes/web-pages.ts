import { Router, type RequestHandler } from 'express';
import expressStaticGzip from 'express-static-gzip';

/** Named after what is in them: never another content under the same address. */
const NAMED_BY_CONTENT = /[/\\](_expo[/\\]static|assets|fonts)[/\\]|[/\\]first\.[0-9a-f]{16}\.js/;

/**
 * The built web app, each file as it was compressed at the build where the browser takes that. Every other address is a
 * screen of the app, but for those of files that a build before this one had.
 */
export function webPages(webDir: string): Router {
  const router = Router();
  const files = expressStaticGzip(webDir, {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    index: false,
    serveStatic: {
      setHeaders: (response, path) =>
        response.setHeader(
          'Cache-Control',
          NAMED_BY_CONTENT.test(path) ? 'public, max-age=31536000, immutable' : 'no-cache',
        ),
    },
  }) as RequestHandler;
  router.use(files);
  router.get(/^\/(_expo|assets|fonts)\//, (_request, response) => {
    response.status(404).set('Cache-Control', 'no-store').type('txt').send('No such file in this build.');
  });
  router.get('/{*path}', (request, response, next) => {
    request.url = '/index.html';
    files(request, response, next);
  });
  return router;
}

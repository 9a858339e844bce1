import type { Server } from 'node:http';

/** A server that stops waits for its answers as long as one of them is given within this, in ms. */
const STUCK_MS = 10_000;
const LOOK_MS = 50;
/**
 * After it was told to stop, a server takes requests until it has looked so often and none had come, but not for ever, in ms.
 * Looks are counted, not time: while the server is busy, what has come waits unseen.
 */
const QUIET_LOOKS = 10;
const LAST_CALL_MS = 5000;

/**
 * Watches a server from its start.
 * @returns what ends it: it takes no more requests, answers those that are under way, and lets everybody go
 */
export function drainOf(server: Server): () => Promise<void> {
  let lastAnswered = performance.now();
  server.prependListener('request', (_request, response) =>
    response.once('close', () => (lastAnswered = performance.now())),
  );
  return async () => {
    // What was sent before anybody could know of the end is still on its way; each answer says that it is the line's last.
    const began = performance.now();
    let looks = 0;
    server.prependListener('request', (_request, response) => {
      looks = 0;
      response.setHeader('Connection', 'close');
    });
    for (; looks < QUIET_LOOKS && performance.now() - began < LAST_CALL_MS; looks++)
      await new Promise((resolve) => setTimeout(resolve, LOOK_MS));
    const sinceClosed = performance.now();
    await new Promise<void>((resolve) => {
      const looking = setInterval(() => {
        server.closeIdleConnections();
        if (performance.now() - Math.max(lastAnswered, sinceClosed) > STUCK_MS) server.closeAllConnections();
      }, LOOK_MS);
      server.close(() => {
        clearInterval(looking);
        resolve();
      });
    });
  };
}

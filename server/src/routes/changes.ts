import { addressOf, endpoints, type Change } from '@keen-anvil/contract';
import type { Response } from 'express';
import type { Watch } from '../db/watch';
import type { ToldWrite } from '../queries/operations';

/** Proxies and phones drop a line on which nothing comes. */
const KEEP_ALIVE_MS = 15_000;

/** Tells every open page of a workshop what was written in it, as server-sent events, so that two phones show the same. */
export function tellChanges(watch: Watch, workshopId: string, response: Response): void {
  response.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    Connection: 'keep-alive',
    'X-Accel-Buffering': 'no',
  });
  const say = (change: Change) => response.write(`data: ${JSON.stringify(change)}\n\n`);
  // What a write tells of runs comes with the write itself, and is told with that.
  let isJustWritten = false;
  const onWritten = (said: string | null) => {
    if (said === null) return void say({ at: null, key: null });
    isJustWritten = true;
    setImmediate(() => (isJustWritten = false));
    const { workshopId: where, at, key } = JSON.parse(said) as ToldWrite;
    if (where === workshopId) say({ at, key });
  };
  // A run goes on by itself too. Whose it is is not said: where it is seen it is asked for anew.
  const onTold = (id: string | null) =>
    id !== null && !isJustWritten && say({ at: addressOf(endpoints.run, { id }), key: null });
  const keepAlive = setInterval(() => response.write(': still here\n\n'), KEEP_ALIVE_MS);
  function leave(): void {
    clearInterval(keepAlive);
    watch.off('written', onWritten);
    watch.off('told', onTold);
    watch.off('closed', leave);
    response.end();
  }
  watch.on('written', onWritten);
  watch.on('told', onTold);
  watch.on('closed', leave);
  response.on('close', leave);
  response.write(': listening\n\n');
}

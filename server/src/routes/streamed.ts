import type { Streamed } from '@keen-anvil/contract';
import type { Request, Response } from 'express';
import type { Listening } from '../heavy/pool';
import { problemOf } from './respond';

export const NDJSON = 'application/x-ndjson';

/**
 * Answers with the work's result; a client that asks for lines hears meanwhile how far it is. When the client goes
 * away the work is ended.
 */
export async function streamed<T>(
  request: Request,
  response: Response,
  status: number,
  work: (listening: Listening) => Promise<T>,
): Promise<void> {
  const gone = new AbortController();
  response.on('close', () => gone.abort());
  if (request.headers.accept !== NDJSON) {
    response.status(status).json(await work({ signal: gone.signal }));
    return;
  }
  const write = (line: Streamed<T>) => void response.write(`${JSON.stringify(line)}\n`);
  response.status(200).type(NDJSON);
  try {
    write({ answer: await work({ signal: gone.signal, told: write }) });
  } catch (error) {
    const { status: problemStatus, body } = problemOf(error, request);
    write({ problem: body.error, status: problemStatus });
  }
  response.end();
}

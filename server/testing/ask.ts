import {
  addresses,
  type JobAnswer,
  type JobDetail,
  type JobEdited,
  type RecipeDetail,
  type RecipePageView,
} from '@keen-anvil/contract';
import { editedJob, jobView } from '@keen-anvil/core/steps';
import request from 'supertest';
import { byItself } from '../src/here';
import { seeDocument } from '../src/services/job-document';
import { DEMO_WORKSHOP_ID } from '../src/workshop';
import type { TestServer } from './test-server';

/** Asks a test's server, once it has been started. */
export function asker(server: () => TestServer) {
  const api = () => request(server().app);
  const get = async <T>(path: string): Promise<T> => (await api().get(path).expect(200)).body as T;
  /** Jobs as they were answered with last. */
  const known = new Map<string, JobAnswer>();
  const whole = async (answer: JobAnswer | JobEdited): Promise<JobAnswer> => {
    if (!('difference' in answer)) {
      if (answer.id) known.set(answer.id, answer);
      return answer;
    }
    const before = known.get(answer.id);
    const after = await get<JobAnswer>(addresses.job({ id: answer.id }));
    // Who has the job as it was comes to the same with what is different.
    const edited = before && editedJob(before, answer);
    // What can be undone is another thing on each device.
    if (edited && after.version === answer.version)
      expect(edited).toEqual({ ...after, undo: edited.undo, redo: edited.redo });
    known.set(after.id, after);
    return { ...after, undo: answer.undo, redo: answer.redo };
  };
  return {
    api,
    /** The job that is answered with, whole or as what is different in it, as it is drawn. */
    drawn: async (asked: PromiseLike<{ body: unknown }>): Promise<JobDetail> => {
      const answer = await whole((await asked).body as JobAnswer | JobEdited);
      const { pool: db, heavy } = server();
      return jobView(
        answer,
        await seeDocument({ here: byItself(DEMO_WORKSHOP_ID), jobId: answer.id, db, heavy }, answer.document),
      );
    },
    get,
    /** The recipe that a search puts first. */
    find: async (words: string) =>
      get<RecipeDetail>(
        addresses.recipe({ id: (await get<RecipePageView>(addresses.recipes({ search: words }))).recipes[0].id }),
      ),
    byName: async <T extends { name: string }>(path: string, name: string) =>
      (await get<T[]>(path)).find((row) => row.name === name)!,
  };
}

/** An answer as text, whatever it says it is. */
export const textOf = (asked: request.Test): Promise<{ status: number; body: string }> =>
  asked.buffer(true).parse((response, done) => {
    let text = '';
    response.setEncoding('utf8');
    response.on('data', (chunk: string) => (text += chunk));
    response.on('end', () => done(null, text));
  }) as unknown as Promise<{ status: number; body: string }>;

/** An answer as bytes, whatever it says it is. */
export const bytesOf = async (asked: request.Test): Promise<Buffer> => {
  const { body } = await asked
    .buffer(true)
    .parse((response, done) => {
      const parts: Buffer[] = [];
      response.on('data', (part: Buffer) => parts.push(part));
      response.on('end', () => done(null, Buffer.concat(parts)));
    })
    .expect(200);
  return body as Buffer;
};

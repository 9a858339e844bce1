import type { Role } from '@keen-anvil/contract';
import express, { type Express } from 'express';
import type { Pool } from 'pg';
import request from 'supertest';
import { byItself, type Here } from '../here';
import { routesFor, type Handlers } from './answer-endpoints';
import { answerProblem } from './respond';
import { Sent } from './sent';

/** A server whose shop answers with what it was given; who asks is as it is said. */
function shopOf(role: Role, handlers: Partial<Handlers<'shop'>>): Express {
  const app = express();
  app.use((asked, _response, next) => {
    Object.assign(asked, { here: { ...byItself('ours'), role } satisfies Here });
    next();
  });
  app.use('/api', routesFor('shop', handlers as Handlers<'shop'>, {} as Pool));
  app.use(answerProblem);
  return app;
}

const ID = '7b0a4c1e-5f0d-4a52-9b1e-3f5f0c9a1d11';

describe('an endpoint', () => {
  it('hears whose it is and what is asked, every field of it', async () => {
    const heard: unknown[] = [];
    const app = shopOf('reader', {
      materials: ({ workshopId }, { listening: _, body: __, ...asked }) => {
        heard.push([workshopId, asked]);
        return [];
      },
    });
    await request(app).get('/api/materials?search=felt&archived=true&limit=9000').expect(200, []);
    await request(app).get(`/api/materials?ids=${ID},${ID}`).expect(200);
    expect(heard).toEqual([
      ['ours', { ids: null, search: 'felt', archived: true, limit: 500, offset: 0 }],
      ['ours', { ids: [ID], search: '', archived: null, limit: 100, offset: 0 }],
    ]);
  });

  it.each([
    ['limit=many', 'limit must be a whole number; “many” came.'],
    ['archived=perhaps', 'archived must be true or false; “perhaps” came.'],
    ['ids=felt', 'ids must be ids parted by commas; “felt” came.'],
  ])('refuses %s with a sentence', async (asked, message) => {
    const app = shopOf('reader', { materials: () => [] });
    const { body } = await request(app).get(`/api/materials?${asked}`).expect(422);
    expect((body as { error: { message: string } }).error.message).toBe(message);
  });

  it('is nowhere for an id that is none', async () => {
    const app = shopOf('reader', { misfits: () => Promise.resolve([]) });
    await request(app).get('/api/machines/clam/misfits').expect(404);
    await request(app).get(`/api/machines/${ID}/misfits`).expect(200, []);
  });

  it('is refused to whoever may not ask for it', async () => {
    const put = (role: Role) => request(shopOf(role, {})).put(`/api/tools/${ID}`).send({});
    expect((await put('runner').expect(403)).body).toEqual({
      error: { code: 'role', message: 'This takes at least a maker of the workshop; you are a runner.' },
    });
    // A maker comes as far as the check of what was sent.
    expect((await put('maker').expect(400)).body.error.code).toBe('contract');
  });

  it('hands a file out under its name, never as a page of ours', async () => {
    const app = shopOf('reader', {
      markerPage: () => Promise.resolve(new Sent('marks.pdf', 'application/pdf', Buffer.from('%PDF'))),
    });
    const { headers } = await request(app).get('/api/marker-page').expect(200);
    expect(headers['content-disposition']).toBe('attachment; filename=marks.pdf');
    expect(headers['content-type']).toContain('application/pdf');
  });
});

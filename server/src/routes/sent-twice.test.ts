import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { addresses, type JobAnswer, type JobDetail, type MaterialView, type RecipeDetail } from '@keen-anvil/contract';
import { forgetOperations } from '../queries/operations';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
const { api, find, byName, drawn } = asker(() => server);
const drawing = readFileSync(join(__dirname, '../../../core/testing/boat-number-48.svg'));

/** A job with one drawing in it. */
async function job(): Promise<JobDetail> {
  const id = randomUUID();
  await api().post(addresses.jobs()).send({ id, name: 'Boat numbers' }).expect(201);
  return drawn(
    api()
      .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName: 'a.svg' }))
      .set('Content-Type', 'image/svg+xml')
      .send(drawing)
      .expect(201),
  );
}
const nudgeOf = (of: JobDetail) =>
  wish(of, {
    do: 'nudge-parts',
    stepId: of.steps[0].id,
    partIds: [of.steps[0].parts[0].id],
    dxMm: 2,
    dyMm: 0,
    alone: true,
  });
const placeOf = (of: JobDetail): number => of.steps[0].parts[0].places[0].x;

describe('a write that is sent twice', () => {
  it('is done once under one name, and answers as it did: also one that could be meant twice', async () => {
    const start = await job();
    const { action } = nudgeOf(start);
    const nudge = (name: string) =>
      api()
        .post(addresses.actOnJob({ id: start.id }))
        .set('Idempotency-Key', name)
        .send({ version: start.version, action });
    const name = randomUUID();
    const first = await drawn(nudge(name).expect(200));
    const second = await drawn(nudge(name).expect(200));
    expect(second).toEqual(first);
    // Under another name it is meant again.
    const third = await drawn(nudge(randomUUID()).expect(200));
    expect(placeOf(third) - placeOf(first)).toBeCloseTo(2, 6);
  });

  it('is done once, however many of it arrive at the same moment', async () => {
    const start = await job();
    const name = randomUUID();
    const body = { ...nudgeOf(start), operationId: name };
    const answers = await Promise.all(
      Array.from({ length: 5 }, () =>
        api()
          .post(addresses.actOnJob({ id: start.id }))
          .send(body),
      ),
    );
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200]);
    const once = await drawn(
      api()
        .get(addresses.job({ id: start.id }))
        .expect(200),
    );
    const { rows } = await server.pool.query('SELECT count(*)::int AS n FROM operation WHERE key = $1', [name]);
    expect(rows[0].n).toBe(1);
    for (const answer of answers) expect((await drawn(Promise.resolve(answer))).document).toEqual(once.document);
  });

  it('needs no name where what it says can be there only once', async () => {
    const id = randomUUID();
    const created = [
      await api().post(addresses.jobs()).send({ id, name: 'Medals' }),
      await api().post(addresses.jobs()).send({ id, name: 'Medals' }),
    ];
    expect(created.map(({ status }) => status)).toEqual([201, 201]);
    expect(created[1].body).toEqual(created[0].body);
    await api().post(addresses.jobs()).send({ id, name: 'Other medals' }).expect(409);

    const artworkId = randomUUID();
    const bring = () =>
      api()
        .put(addresses.bringIn({ id, artworkId, fileName: 'a.svg' }))
        .set('Content-Type', 'image/svg+xml')
        .send(drawing);
    const [brought, again] = [await bring().expect(201), await bring().expect(201)];
    expect((again.body as JobAnswer).document.drawings).toHaveLength(1);
    expect(again.body.id).toBe(brought.body.id);
    await api()
      .put(addresses.bringIn({ id, artworkId, fileName: 'a.svg' }))
      .set('Content-Type', 'image/svg+xml')
      .send('<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"><path d="M1 1h5v5z"/></svg>')
      .expect(409);

    const recipe = await find('navy vinyl long plotter');
    const revision = {
      version: recipe.version,
      settings: { ...recipe.settings, force: 19 },
      source: 'own-trial',
      reason: 'deeper',
    };
    const revised = [
      await api()
        .post(addresses.reviseRecipe({ id: recipe.id }))
        .send(revision),
      await api()
        .post(addresses.reviseRecipe({ id: recipe.id }))
        .send(revision),
    ];
    expect(revised.map(({ status }) => status)).toEqual([201, 201]);
    expect((revised[1].body as RecipeDetail).revisions).toHaveLength(recipe.revisions.length + 1);
    // Somebody else's change of the same version is stale all the same.
    expect(
      (
        await api()
          .post(addresses.reviseRecipe({ id: recipe.id }))
          .send({ ...revision, reason: 'by somebody else' })
          .expect(409)
      ).body.error.code,
    ).toBe('stale');

    const trial = { id: randomUUID(), settings: recipe.settings, outcome: 'right' };
    const tried = [
      await api()
        .post(addresses.writeTrial({ id: recipe.id }))
        .send(trial),
      await api()
        .post(addresses.writeTrial({ id: recipe.id }))
        .send(trial),
    ];
    expect(tried.map(({ status }) => status)).toEqual([201, 201]);
    expect((tried[1].body as RecipeDetail).evidence.filter((event) => event.id === trial.id)).toHaveLength(1);
    await api()
      .post(addresses.writeTrial({ id: recipe.id }))
      .send({ ...trial, outcome: 'over' })
      .expect(409);

    const material = await byName<MaterialView>(addresses.materials(), 'Canvas');
    const piece = {
      id: randomUUID(),
      name: 'remnant',
      kind: 'sheet',
      widthMm: 100,
      lengthMm: 100,
      count: 1,
      outline: null,
    };
    await api()
      .post(addresses.addPiece({ id: material.id }))
      .send(piece)
      .expect(201);
    const twice: MaterialView = (
      await api()
        .post(addresses.addPiece({ id: material.id }))
        .send(piece)
        .expect(201)
    ).body;
    expect(twice.pieces.filter(({ name }) => name === 'remnant')).toHaveLength(1);
  });

  it('that was refused is tried anew, and a name is for one write', async () => {
    const name = randomUUID();
    const make = (body: object) => api().post(addresses.jobs()).set('Idempotency-Key', name).send(body);
    const id = randomUUID();
    await make({ id, name: '' }).expect(400);
    await make({ id, name: 'Crew board' }).expect(201);
    expect((await make({ id, name: 'Another board' }).expect(422)).body.error.message).toBe(
      'Another write was sent under this name before. A name is for one write.',
    );
    await api()
      .post(addresses.jobs())
      .set('Idempotency-Key', 'short')
      .send({ id: randomUUID(), name: 'x' })
      .expect(400);
  });

  it('is forgotten after a week', async () => {
    const id = randomUUID();
    await api().post(addresses.jobs()).set('Idempotency-Key', `old-${id}`).send({ id, name: 'Old' }).expect(201);
    await server.pool.query(`UPDATE operation SET created_at = now() - interval '8 days' WHERE key = $1`, [
      `old-${id}`,
    ]);
    await forgetOperations(server.pool, 7);
    expect((await server.pool.query('SELECT 1 FROM operation WHERE key = $1', [`old-${id}`])).rowCount).toBe(0);
  });
});

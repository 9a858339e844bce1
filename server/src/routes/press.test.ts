import { randomUUID } from 'node:crypto';
import {
  addresses,
  type ClockView,
  type JobAnswer,
  type JobDetail,
  type MachineView,
  type MaterialView,
  type PlateView,
  type PressingView,
  type PressPlanView,
  type RunView,
} from '@keen-anvil/contract';
import type { ChangeStep } from '@keen-anvil/core/jobs';
import { asker } from '../../testing/ask';
import { readyJob } from '../../testing/ready-job';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
const { api, byName, drawn, get } = asker(() => server);

/** A crest in two films, pressed onto a cloth. */
async function shirt(
  cloth: string | null,
  films = ['Transfer film, smooth white', 'Transfer film, gold glitter'],
  press = 'Clam',
): Promise<JobDetail> {
  let job = await readyJob({ api, drawn }, films);
  const { id: machineId } = await byName<MachineView>(addresses.machines(), press);
  const onMaterialId = cloth ? (await byName<MaterialView>(addresses.materials(), cloth)).id : null;
  for (const { id: stepId } of job.steps)
    job = await change(job, { stepId, process: 'heat-press', machineId, onMaterialId });
  return job;
}
const change = (job: JobDetail, body: Omit<ChangeStep, 'do'>): Promise<JobDetail> =>
  drawn(
    api()
      .post(addresses.actOnJob({ id: job.id }))
      .send(wish(job, { do: 'change-step', ...body }))
      .expect(200),
  );
const planOf = async (job: JobDetail): Promise<PressPlanView> =>
  (
    await api()
      .get(addresses.pressPlan({ id: job.id, warm: true }))
      .expect(200)
  ).body;
const begun = async (job: JobDetail, isWarm = true): Promise<PressingView> =>
  (
    await api()
      .post(addresses.pressingsOfJob({ id: job.id }))
      .send({ id: randomUUID(), isWarm })
      .expect(201)
  ).body;
const begin = async (job: JobDetail): Promise<PressingView> => ready(await begun(job));
const tick = (pressing: PressingView, line: string, isTicked = true) =>
  api()
    .post(addresses.tickPressing({ id: pressing.id }))
    .send({ line, isTicked });
const ready = async (pressing: PressingView): Promise<PressingView> => {
  let now = pressing;
  for (const { id } of pressing.preparation) now = (await tick(pressing, id).expect(200)).body;
  return now;
};
const turn = (pressing: PressingView, name: string, at = pressing.at) =>
  api()
    .post(addresses.turnPressing({ id: pressing.id }))
    .send({ turn: name, at });

describe('a press plan of a job', () => {
  it('suits both films and the cloth, by what the book has seen', async () => {
    const plan = await planOf(await shirt('Polyester jersey'));
    expect(plan.ground?.name).toBe('Polyester jersey');
    expect(plan.layers.map(({ name }) => name).sort()).toEqual([
      'Transfer film, gold glitter',
      'Transfer film, smooth white',
    ]);
    expect(plan.layers.every(({ evidence }) => evidence > 0)).toBe(true);
    if (plan.none) {
      expect(plan.none.wanted).toBeGreaterThan(plan.none.borne);
      expect(plan.phases).toEqual([]);
    } else {
      expect(plan.phases.some(({ kind }) => kind === 'press')).toBe(true);
      for (const { gotSeconds, window } of plan.plan!.heat) {
        expect(gotSeconds).toBeGreaterThanOrEqual(window.fromSeconds * 0.99);
        expect(gotSeconds).toBeLessThanOrEqual(window.toSeconds * 1.01);
      }
    }
  });

  it('says what is missing: nothing to press, or two cloths for one blank', async () => {
    const cut = await readyJob({ api, drawn });
    expect(
      (
        await api()
          .get(addresses.pressPlan({ id: cut.id }))
          .expect(422)
      ).body.error.message,
    ).toContain('Nothing in this job is pressed');
    const job = await shirt('Polyester jersey');
    const { id: onMaterialId } = await byName<MaterialView>(addresses.materials(), 'Cotton poplin');
    const torn = await change(job, { stepId: job.steps[1].id, onMaterialId });
    expect(
      (
        await api()
          .get(addresses.pressPlan({ id: torn.id }))
          .expect(422)
      ).body.error.message,
    ).toContain('onto one cloth or blank');
  });

  it('sets a small plate down several times, and says how proven it is', async () => {
    const plan = await planOf(
      await shirt('Canvas', ['Transfer film, smooth white', 'Transfer film, smooth white'], 'Hand iron'),
    );
    expect(plan.unit).toBe('°F');
    expect(plan.places.length).toBeGreaterThan(1);
    const seam = plan.none ? plan.none.in : null;
    expect(plan.plan !== null || seam === 'heat under the overlapping plate' || seam === 'heat').toBe(true);
  });
});

describe('before a pressing starts', () => {
  it('asks for what its ground needs, and does not start while a line for somebody’s safety is open', async () => {
    const waiting = await begun(await shirt('Polyester jersey'));
    expect(waiting.preparation.map(({ id }) => id)).toEqual(expect.arrayContaining(['washed', 'plate']));
    expect(waiting.ticked).toEqual([]);
    const { error } = (await turn(waiting, 'start').expect(409)).body;
    expect(error.message).toMatch(/ticked off before the start: “Clam stands firm/);
    await tick(waiting, 'nothing of the kind').expect(422);
    expect((await tick(waiting, 'washed').expect(200)).body.ticked).toEqual(['washed']);
    expect((await tick(waiting, 'washed', false).expect(200)).body.ticked).toEqual([]);
    expect((await ready(waiting)).ticked).toEqual(waiting.preparation.map(({ id }) => id));
    const going: PressingView = (await turn(waiting, 'start').expect(200)).body;
    await turn(going, 'cancel').expect(200);
  });

  it('has a plate that tells how hot it is, until a hand reads its dial', async () => {
    const job = await shirt('Polyester jersey');
    const cold = await ready(await begun(job, false));
    expect(await get<PlateView>(addresses.plate({ id: cold.id }))).toEqual({ plate: null });
    const going: PressingView = (await turn(cold, 'start').expect(200)).body;
    expect(going.isRead).toBe(true);
    const { plate } = await get<PlateView>(addresses.plate({ id: going.id }));
    expect(plate).toMatchObject({ isReady: false, dialledC: going.phases[0].celsius });
    expect(plate!.shownC).toBeLessThan(40);
    expect(plate!.readyInSeconds).toBeGreaterThan(0.8 * going.phases[0].seconds);
    await turn(going, 'cancel').expect(200);
    const { id, isArchived: _away, dials, ...clam } = await byName<MachineView>(addresses.machines(), 'Clam');
    const bare = dials.map(({ physicalUnit: _unit, ...dial }) => ({ ...dial, isRated: dial.isRated ?? false }));
    await api()
      .put(addresses.changeMachine({ id }))
      .send({ ...clam, dials: bare, driver: 'by-hand' })
      .expect(200);
    const byHand = await ready(await begun(job, false));
    const read: PressingView = (await turn(byHand, 'start').expect(200)).body;
    expect(read.isRead).toBe(false);
    expect(await get<PlateView>(addresses.plate({ id: read.id }))).toEqual({ plate: null });
    await turn(read, 'cancel').expect(200);
  });
});

describe('a pressing', () => {
  it('goes by the server’s clock, holds, and goes on where it was', async () => {
    const job = await shirt(null, ['Transfer film, smooth white', 'Transfer film, smooth white']);
    const waiting = await begin(job);
    expect(waiting).toMatchObject({ state: 'waiting', at: 0, since: null });
    const going: PressingView = (await turn(waiting, 'start').expect(200)).body;
    const { now } = await get<ClockView>(addresses.clock());
    expect(Math.abs(now - going.since!)).toBeLessThan(5000);
    const held: PressingView = (await turn(going, 'pause').expect(200)).body;
    expect(held).toMatchObject({ state: 'paused', since: null });
    expect(held.doneBefore).toBeGreaterThan(0);
    const on: PressingView = (await turn(held, 'resume').expect(200)).body;
    expect(on).toMatchObject({ state: 'running', doneBefore: held.doneBefore });
    expect(await get<PressingView[]>(addresses.openPressings())).toEqual(
      expect.arrayContaining([expect.objectContaining({ id: on.id })]),
    );
    await turn(on, 'cancel').expect(200);
  });

  it('takes one of the blanks that it was pressed onto off the stock, once it is done', async () => {
    const job = await shirt('Polyester jersey');
    const jersey = await byName<MaterialView>(addresses.materials(), 'Polyester jersey');
    const id = randomUUID();
    await api()
      .post(addresses.addPiece({ id: jersey.id }))
      .send({ id, kind: 'blank', name: 'Shirt, M', widthMm: 500, lengthMm: 700, count: 2, outline: null })
      .expect(201);
    const left = async () =>
      (await get<MaterialView>(addresses.material({ id: jersey.id }))).pieces.find((piece) => piece.id === id)!.count;
    let now: PressingView = (await turn(await ready(await begun(job)), 'start').expect(200)).body;
    while (now.state === 'running') {
      expect(await left()).toBe(2);
      now = (await turn(now, 'next').expect(200)).body;
    }
    expect([now.state, await left()]).toEqual(['done', 1]);
  });

  it('is not run again: the machines go on with what was not pressed, and a pressing anew is of another piece', async () => {
    let job = await readyJob({ api, drawn }, ['Transfer film, smooth white', 'Transfer film, gold glitter']);
    const { id: machineId } = await byName<MachineView>(addresses.machines(), 'Clam');
    job = await change(job, { stepId: job.steps[0].id, process: 'heat-press', machineId });
    const pressedId = job.steps.find(({ process }) => process === 'heat-press')!.id;
    let now: PressingView = (await turn(await begin(job), 'start').expect(200)).body;
    while (now.state === 'running') now = (await turn(now, 'next').expect(200)).body;
    expect(now.layers).toHaveLength(2);
    const pressedAt = async () => {
      const { found } = await get<JobAnswer>(addresses.job({ id: job.id }));
      return job.steps.map(({ id }) => [id === pressedId, found[id].pressedAt !== null]);
    };
    // The other film is in the plan too, but it is cut on a machine, which nobody has done.
    expect(await pressedAt()).toEqual(job.steps.map(({ id }) => [id === pressedId, id === pressedId]));
    const start = async () =>
      (
        await api()
          .post(addresses.runsOfJob({ id: job.id }))
          .send({ seriesId: randomUUID(), speedUp: 60, byHand: true, knowing: true })
          .expect(201)
      ).body as RunView[];
    const runs = await start();
    expect(runs.map(({ stepId }) => stepId === pressedId)).toEqual([false]);
    expect((await pressedAt()).some(([, isPressed]) => isPressed)).toBe(false);
  });

  it('is begun once, whoever sends it again, and a turn that was meant for another phase changes nothing', async () => {
    const job = await shirt(null, ['Transfer film, smooth white', 'Transfer film, smooth white']);
    const id = randomUUID();
    for (const _ of [1, 2])
      await api()
        .post(addresses.pressingsOfJob({ id: job.id }))
        .send({ id, isWarm: true })
        .expect(201);
    const [one, ...more] = await get<PressingView[]>(addresses.pressingsOfJob({ id: job.id }));
    expect(more).toEqual([]);
    const going: PressingView = (await turn(await ready(one), 'start').expect(200)).body;
    const next: PressingView = (await turn(going, 'next').expect(200)).body;
    expect(next.at).toBe(1);
    expect((await turn(next, 'next', 0).expect(409)).body.error.code).toBe('phase');
    await turn(next, 'cancel').expect(200);
  });

  it('keeps a press to one pressing at a time', async () => {
    const [a, b] = [
      await shirt(null, ['Transfer film, smooth white', 'Transfer film, smooth white']),
      await shirt(null, ['Transfer film, smooth white', 'Transfer film, smooth white']),
    ];
    const [first, second] = [await begin(a), await begin(b)];
    const going: PressingView = (await turn(first, 'start').expect(200)).body;
    const refused = await turn(second, 'start').expect(409);
    expect(refused.body.error.message).toContain('Clam');
    // Nor does a run on the stand-in begin on it.
    const runs = await api()
      .post(addresses.runsOfJob({ id: (await shirt(null)).id }))
      .send({ seriesId: randomUUID(), speedUp: 2000 });
    expect([runs.status, runs.body.error.code]).toEqual([409, 'busy']);
    await turn(going, 'cancel').expect(200);
    await turn(second, 'start').expect(200);
    await turn(second, 'cancel').expect(200);
  });

  it('is judged layer by layer, and what it really got is evidence', async () => {
    const job = await shirt(null, ['Transfer film, smooth white', 'Transfer film, smooth white']);
    let now: PressingView = (await turn(await begin(job), 'start').expect(200)).body;
    const [layer] = now.layers;
    await api()
      .post(addresses.judgePressing({ id: now.id }))
      .send({ layerId: layer.id, outcome: 'right' })
      .expect(409);
    while (now.state === 'running')
      now = (await turn(now, now.phases[now.at].isOnlyIfNeeded ? 'skip' : 'next').expect(200)).body;
    const judged: PressingView = (
      await api()
        .post(addresses.judgePressing({ id: now.id }))
        .send({ layerId: layer.id, outcome: 'under' })
        .expect(200)
    ).body;
    expect(judged.layers[0].outcome).toBe('under');
    const evidence = async () =>
      (
        await api()
          .get(addresses.recipe({ id: layer.recipeId! }))
          .expect(200)
      ).body.evidence as {
        outcome: string;
        kind: string;
        jobName: string;
        settings: { dwell: number };
      }[];
    // The plate was hardly down: it says so.
    const told = (await evidence()).find(({ jobName }) => jobName === 'Boat numbers');
    expect(told).toMatchObject({ kind: 'run', outcome: 'under', settings: { dwell: 1 } });
    // Out of all reason: it is asked about before anything is written down.
    const say = (body: object) =>
      api()
        .post(addresses.judgePressing({ id: now.id }))
        .send({ layerId: layer.id, ...body });
    const asked = await say({ outcome: 'right' });
    expect([asked.status, asked.body.error.code]).toEqual([409, 'out-of-reason']);
    expect(asked.body.error.message).toContain('its recipe says');
    expect((await evidence()).find(({ jobName }) => jobName === 'Boat numbers')).toMatchObject({ outcome: 'under' });
    expect((await say({ outcome: 'right', counts: false }).expect(200)).body.layers[0].outcome).toBe('right');
    expect((await evidence()).some(({ jobName }) => jobName === 'Boat numbers')).toBe(false);
    await say({ outcome: 'right', counts: true }).expect(200);
    expect((await evidence()).find(({ jobName }) => jobName === 'Boat numbers')).toMatchObject({ outcome: 'right' });
    await api()
      .post(addresses.judgePressing({ id: now.id }))
      .send({ layerId: layer.id, outcome: null })
      .expect(200);
    expect((await evidence()).some(({ jobName }) => jobName === 'Boat numbers')).toBe(false);
  });

  it('is no evidence where its plate was forgotten, whatever its maker says', async () => {
    const job = await shirt(null, ['Transfer film, smooth white', 'Transfer film, smooth white']);
    let now: PressingView = (await turn(await begin(job), 'start').expect(200)).body;
    const [layer] = now.layers;
    while (now.state === 'running')
      now = (await turn(now, now.phases[now.at].isOnlyIfNeeded ? 'skip' : 'next').expect(200)).body;
    await server.pool.query(
      `UPDATE pressing SET took = (SELECT jsonb_agg(90000) FROM jsonb_array_elements(took)) WHERE id = $1`,
      [now.id],
    );
    const evidence = async () =>
      (
        await api()
          .get(addresses.recipe({ id: layer.recipeId! }))
          .expect(200)
      ).body.evidence.length;
    const before = await evidence();
    await api()
      .post(addresses.judgePressing({ id: now.id }))
      .send({ layerId: layer.id, outcome: 'right', counts: true })
      .expect(200);
    expect(await evidence()).toBe(before);
  });
});

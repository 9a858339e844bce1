import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import {
  addresses,
  type BenchView,
  type JobDetail,
  type MachineView,
  type MaterialView,
  type RecipeDetail,
  type RunProgress,
  type RunView,
  type ToolView,
} from '@keen-anvil/contract';
import { readHpgl } from '@keen-anvil/core/output';
import { asker } from '../../testing/ask';
import { readyJob as jobReady } from '../../testing/ready-job';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
// One machine takes one job: whatever was left on it, by the demo too, goes.
beforeEach(async () => {
  for (;;) {
    const { runs }: BenchView = (await api().get(addresses.bench())).body;
    const open = runs.filter(({ progress }) => progress.state !== 'finished');
    if (open.length === 0) return;
    // One may end by itself in the meantime: then the next of its job is there.
    for (const run of open) await act(run, 'cancel');
  }
});

const { api, drawn } = asker(() => server);

const TWO_SQUARES =
  '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="20mm" viewBox="0 0 60 20"><path fill="#ffffff" d="M0 0H20V20H0Z"/><path fill="#ffffff" d="M40 0H60V20H40Z"/></svg>';

const PLATE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="40mm" height="40mm" viewBox="0 0 40 40"><path fill="none" stroke="#c00000" d="M0 0H40V40H0Z"/></svg>';

const readyJob = (drawing?: string) => jobReady({ api, drawn }, undefined, drawing);
const startLed = async (job: JobDetail, more: object = {}): Promise<RunView[]> =>
  (
    await api()
      .post(addresses.runsOfJob({ id: job.id }))
      .send({ seriesId: randomUUID(), speedUp: 2000, led: true, ...more })
      .expect(201)
  ).body;
const act = (run: RunView, action: string, more: object = {}) =>
  api()
    .post(addresses.commandRun({ id: run.id }))
    .send({ action, ...more });
const see = async (run: RunView): Promise<RunView> =>
  (
    await api()
      .get(addresses.run({ id: run.id }))
      .expect(200)
  ).body;
const fileOf = async (run: RunView): Promise<string> => {
  const { body } = await api()
    .get(addresses.runFile({ id: run.id }))
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks).toString()));
    })
    .expect(200);
  return body as string;
};
async function reached(run: RunView, state: RunProgress['state']): Promise<RunView> {
  for (;;) {
    const told = once(server.watch, 'told');
    const now = await see(run);
    if (now.progress.state === state) return now;
    await told;
  }
}
const mostLeft = (text: string) =>
  Math.min(...readHpgl(text).strokes.flatMap(({ points }) => points.map(({ x }) => x)));

/** Ticks a line of what has to be ready before a run, or takes that back. */
const tick = (run: RunView, line: string, isTicked = true) =>
  api()
    .post(addresses.tickRun({ id: run.id }))
    .send({ line, isTicked });

/** Ticks off all that has to be ready before a run. */
const ready = async (run: RunView) => {
  const lines = (await see(run)).preparation ?? [];
  for (const { id } of lines) await tick(run, id).expect(200);
};

describe('a maker who is led', () => {
  it('gets ready before the first start, and before what is new, and not again for the same', async () => {
    const job = await readyJob();
    const [first, second] = await startLed(job);
    expect(first).toMatchObject({
      hold: 'Begin at Long plotter: put in Outdoor vinyl, white',
      progress: { state: 'holding' },
    });
    expect(first.preparation!.map(({ id }) => id)).toEqual(['fed', 'face', 'tool']);
    // Two makers tick at the same time, and one of them twice: no tick is lost.
    await Promise.all([
      tick(first, 'fed').expect(200),
      tick(first, 'face').expect(200),
      tick(first, 'fed').expect(200),
    ]);
    expect((await see(first)).ticked).toHaveLength(2);
    await tick(first, 'tool').expect(200);
    const taken = await tick(first, 'tool', false).expect(200);
    expect(new Set(taken.body.ticked)).toEqual(new Set(['fed', 'face']));
    const { body } = await tick(first, 'nothing of the kind').expect(422);
    expect(body.error.message).toContain('“nothing of the kind” came');
    await act(first, 'start').expect(200);
    await reached(first, 'finished');
    const held = await reached(second, 'holding');
    // The blade is in already.
    expect(held.preparation!.map(({ id }) => id)).toEqual(['fed', 'face']);
    await tick(first, 'fed', false).expect(409);
  });

  it('does not start before what keeps people safe is ticked', async () => {
    const job = await readyJob();
    const machines: MachineView[] = (await api().get(addresses.machines())).body;
    const materials: MaterialView[] = (await api().get(addresses.materials())).body;
    const tube = machines.find(({ kind }) => kind === 'co2-laser')!;
    const plywood = materials.find(({ name }) => name.startsWith('Birch plywood'))!;
    let changed = job;
    for (const { id } of job.steps)
      changed = await drawn(
        api()
          .post(addresses.actOnJob({ id: job.id }))
          .send(wish(changed, { do: 'change-step', stepId: id, materialId: plywood.id, process: 'laser-cut' }))
          .expect(200),
      );
    expect(changed.steps[0].machineId).not.toBe('');
    const [run] = await startLed(changed);
    const safety = run.preparation!.filter(({ isSafety }) => isSafety).map(({ id }) => id);
    expect(safety.length).toBeGreaterThanOrEqual(3);
    const refused = await act(run, 'start').expect(409);
    expect(refused.body.error).toMatchObject({ code: 'not-ready' });
    for (const line of safety.slice(1)) await tick(run, line).expect(200);
    await act(run, 'start').expect(409);
    await tick(run, safety[0]).expect(200);
    await act(run, 'start').expect(200);
    expect(tube.name).toBeTruthy();
    await reached(run, 'finished');
  });

  it('has lines of the workshop’s own, until they are put away', async () => {
    const id = randomUUID();
    const line = { id, text: 'Cat out of the room', process: 'kiss-cut', machineId: null };
    await api().post(addresses.preparationLines()).send(line).expect(201);
    expect((await api().post(addresses.preparationLines()).send(line).expect(201)).body).toHaveLength(1);
    const job = await readyJob();
    const [run] = await startLed(job);
    expect(run.preparation!.find(({ isOwn }) => isOwn)).toMatchObject({
      id,
      text: 'Cat out of the room',
      isSafety: false,
    });
    await api().post(addresses.putPreparationLineAway({ id })).send({ isArchived: true }).expect(200);
    expect((await see(run)).preparation!.some(({ isOwn }) => isOwn)).toBe(false);
    await api()
      .post(addresses.putPreparationLineAway({ id: randomUUID() }))
      .send({ isArchived: true })
      .expect(404);
  });

  it('moves the work to where it lies after its edge was walked; the file follows, from where it was planned', async () => {
    const job = await readyJob();
    const [run] = await startLed(job);
    const left = mostLeft(await fileOf(run));
    for (let i = 0; i < 2; i++)
      expect(
        (
          await api()
            .post(addresses.nudgeRun({ id: run.id }))
            .send({ dxMm: 4, dyMm: 2.5 })
            .expect(200)
        ).body.nudge,
      ).toEqual({
        dxMm: 4,
        dyMm: 2.5,
      });
    expect(mostLeft(await fileOf(run))).toBeCloseTo(left + 4, 2);
    const far = await api()
      .post(addresses.nudgeRun({ id: run.id }))
      .send({ dxMm: 900, dyMm: 0 })
      .expect(422);
    expect(far.body.error.message).toMatch(/reach|cut|edge|sheet/i);
    expect(mostLeft(await fileOf(run))).toBeCloseTo(left + 4, 2);
    await act(run, 'start').expect(200);
    await api()
      .post(addresses.nudgeRun({ id: run.id }))
      .send({ dxMm: 0, dyMm: 0 })
      .expect(409);
  });

  it('is asked where the recipe was revised meanwhile, and goes by what holds', async () => {
    const job = await readyJob();
    const [run] = await startLed(job);
    const recipe = (
      await api()
        .get(addresses.recipe({ id: run.recipeId }))
        .expect(200)
    ).body;
    const settings = { ...recipe.settings, force: recipe.settings.force + 1 };
    await api()
      .post(addresses.reviseRecipe({ id: run.recipeId }))
      .send({ version: recipe.version, settings, typed: {}, reason: 'new roll', source: 'guess' })
      .expect((response) => expect([200, 201]).toContain(response.status));
    expect((await see(run)).changed).toEqual(['recipe-revised']);
    expect((await act(run, 'start').expect(409)).body.error.code).toBe('recipe-revised');
    await act(run, 'start', { recipe: 'as-revised' }).expect(200);
    expect((await see(run)).settings.force).toBe(settings.force);
  });

  it('is told that a machine was put away, and plans anew for a tool that was replaced', async () => {
    const job = await readyJob();
    const [run] = await startLed(job);
    const machine = ((await api().get(addresses.machines())).body as MachineView[]).find(
      ({ id }) => id === run.machineId,
    )!;
    await api()
      .post(addresses.putMachineAway({ id: machine.id }))
      .send({ version: machine.version, isArchived: true })
      .expect(200);
    expect((await act(run, 'start').expect(409)).body.error).toMatchObject({ code: 'machine-away' });
    await api()
      .post(addresses.putMachineAway({ id: machine.id }))
      .send({ version: machine.version + 1, isArchived: false })
      .expect(200);
    const tool = ((await api().get(addresses.tools())).body as ToolView[]).find(({ name }) => name === run.toolName)!;
    await api()
      .post(addresses.replaceTool({ id: tool.id }))
      .send({ version: tool.version, note: 'blunt' })
      .expect(200);
    expect((await see(run)).changed).toEqual(['tool-replaced']);
    const plannedFor = async () =>
      (
        await server.pool.query<{ life: number; isMadeAnew: boolean }>(
          'SELECT planned_tool_life AS life FROM run WHERE id = $1',
          [run.id],
        )
      ).rows[0].life;
    const old = await plannedFor();
    await act(run, 'start').expect(200);
    expect(await plannedFor()).toBe(old + 1);
    expect((await see(run)).changed).toEqual([]);
  });
});

describe('a holder that was measured while its run waits', () => {
  it('moves what is still to be done by its offset, once it is started', async () => {
    const job = await readyJob();
    const [first] = job.steps;
    await api()
      .post(addresses.actOnJob({ id: job.id }))
      .send(wish(job, { do: 'change-step', stepId: first.id, holder: 2 }))
      .expect(200);
    const [run] = await startLed(job);
    const machine = ((await api().get(addresses.machines())).body as MachineView[]).find(
      ({ id }) => id === run.machineId,
    )!;
    const firstPoint = async () => {
      const { rows } = await server.pool.query<{ file: string }>('SELECT machine_file AS file FROM run WHERE id = $1', [
        run.id,
      ]);
      return /PU(-?\d+),(-?\d+);/.exec(rows[0].file)!.slice(1).map(Number);
    };
    const [alongBefore, acrossBefore] = await firstPoint();
    const { id: _id, isArchived: _away, dials, ...fields } = machine;
    const own = dials.map(({ physicalUnit: _unit, ...dial }) => ({ ...dial, isRated: dial.isRated ?? false }));
    await api()
      .put(addresses.changeMachine({ id: machine.id }))
      .send({ ...fields, dials: own, holderOffsets: [{ xMm: 2, yMm: -0.5 }] })
      .expect(200);
    expect((await see(run)).changed).toEqual(['holder-measured']);
    const sheet = await api()
      .get(addresses.holderSheet({ id: machine.id, holder: 2 }))
      .buffer(true)
      .expect(200);
    expect(String(sheet.body)).toContain('SP2;');
    expect(
      (
        await api()
          .get(addresses.holderSheet({ id: machine.id, holder: 9 }))
          .expect(422)
      ).body.error.message,
    ).toContain('9 came');
    await act(run, 'start').expect(200);
    const [along, across] = await firstPoint();
    expect([along - alongBefore, across - acrossBefore]).toEqual([50, -200]);
    expect((await see(run)).changed).toEqual([]);
  });
});

describe('a run over a cable', () => {
  it('goes as its page tells, stands where it is broken off, and goes on', async () => {
    const job = await readyJob();
    const [run] = await startLed(job, { driver: 'cable', led: false });
    expect(run).toMatchObject({ driver: 'cable', progress: { state: 'running', doneSeconds: 0 } });
    const tell = (report: object) =>
      api()
        .post(addresses.reportRun({ id: run.id }))
        .send(report);
    await tell({ doneSeconds: 2, cutMm: 50, line: 9, interruption: null }).expect(200);
    expect((await see(run)).progress).toMatchObject({ state: 'running', doneSeconds: 2 });
    const broken = await tell({ doneSeconds: 3, cutMm: 70, line: 12, interruption: { why: 'lost', line: 12 } }).expect(
      200,
    );
    expect(broken.body).toMatchObject({
      interruption: { why: 'lost', line: 12 },
      confirmedLine: 12,
      progress: { state: 'paused', doneSeconds: 3 },
    });
    // What is told late does not go back.
    await tell({ doneSeconds: 1, cutMm: 10, line: 4, interruption: { why: 'lost', line: 12 } }).expect(200);
    await tell({ doneSeconds: 2.5, cutMm: 60, line: 11, interruption: null }).expect(200);
    expect(await see(run)).toMatchObject({ confirmedLine: 12, interruption: { why: 'lost', line: 12 } });
    expect((await act(run, 'resume').expect(200)).body).toMatchObject({
      interruption: null,
      progress: { state: 'running' },
    });
    const done = await act(run, 'done').expect(200);
    expect(done.body).toMatchObject({ seenOutcome: null, progress: { state: 'finished' } });
    await tell({ doneSeconds: 9, cutMm: 90, line: 13, interruption: null }).expect(409);
  });

  it('is not told of by a run on the stand-in', async () => {
    const job = await readyJob();
    const [run] = await startLed(job);
    await api()
      .post(addresses.reportRun({ id: run.id }))
      .send({ doneSeconds: 1, cutMm: 1, line: 1, interruption: null })
      .expect(422);
  });
});

describe('what was not enough', () => {
  it('is gone over again only where it is needed, and says how its parts came out', async () => {
    const job = await readyJob(TWO_SQUARES);
    const [run] = await startLed(job, { led: false });
    await reached(run, 'finished');
    const [bad] = job.steps[0].parts;
    const scored = await api()
      .post(addresses.scoreRun({ id: run.id }))
      .send({
        outcome: 'under',
        parts: [{ partId: bad.id, outcome: 'far-under' }],
        symptom: 'small bits lift',
        photoId: null,
      })
      .expect(200);
    expect(scored.body).toMatchObject({
      outcome: 'under',
      partOutcomes: [{ partId: bad.id, outcome: 'far-under' }],
      symptom: 'small bits lift',
    });
    // What the tuner makes of it is more than was dialled, and is what the second pass goes by.
    const { stronger } = scored.body as RunView;
    expect(stronger!.force).toBeGreaterThan(0);
    expect(stronger).toMatchObject({ passes: 1 });
    await api()
      .post(addresses.runAgain({ id: run.id }))
      .send({ id: randomUUID(), partIds: [randomUUID()] })
      .expect(422);
    const again: RunView = (
      await api()
        .post(addresses.runAgain({ id: run.id }))
        .send({ id: randomUUID(), partIds: [bad.id] })
        .expect(201)
    ).body;
    expect(again.onlyParts).toEqual([bad.id]);
    expect(again.settings).toEqual(stronger);
    // A photo that comes later is no other verdict.
    const later = await api()
      .post(addresses.scoreRun({ id: run.id }))
      .send({ outcome: 'under', photoId: null })
      .expect(200);
    expect(later.body.earlier).toEqual([]);
    await api()
      .post(addresses.scoreRun({ id: run.id }))
      .send({ outcome: 'under', photoId: randomUUID() })
      .expect(422);
    const [whole, part] = [readHpgl(await fileOf(run)), readHpgl(await fileOf(again))];
    expect(part.strokes.length).toBeGreaterThan(0);
    expect(part.strokes.length).toBeLessThan(whole.strokes.length);
    const boxOf = (points: { x: number; y: number }[]) =>
      [Math.min, Math.max].flatMap((end) => [end(...points.map(({ x }) => x)), end(...points.map(({ y }) => y))]);
    expect(whole.strokes.map(({ points }) => boxOf(points))).toContainEqual(boxOf(part.strokes[0].points));
  });
});

describe('a verdict on some of the parts', () => {
  const squares = async (led = false) => {
    const job = await readyJob(TWO_SQUARES);
    const [run] = await startLed(job, { led });
    if (led) {
      await ready(run);
      await act(run, 'start').expect(200);
    }
    await reached(run, 'finished');
    const ids = job.steps[0].parts.map(({ id }) => id);
    const say = (outcome: string, parts: { partId: string; outcome: string }[]) =>
      api()
        .post(addresses.scoreRun({ id: run.id }))
        .send({ outcome, parts })
        .expect(200);
    const again = async (more: object = {}): Promise<RunView> =>
      (
        await api()
          .post(addresses.runAgain({ id: run.id }))
          .send({ id: randomUUID(), ...more })
          .expect(201)
      ).body;
    return { run, ids, say, again };
  };

  it('that hang while the rest is right is gone over again for those alone, and is heard by the book', async () => {
    const { run, ids, say, again } = await squares();
    const before = (
      await api()
        .get(addresses.recipe({ id: run.recipeId }))
        .expect(200)
    ).body as RecipeDetail;
    await say('right', [{ partId: ids[1], outcome: 'under' }]);
    const after = (
      await api()
        .get(addresses.recipe({ id: run.recipeId }))
        .expect(200)
    ).body as RecipeDetail;
    const own = after.evidence.filter(({ id }) => id === run.id);
    expect(own.map(({ outcome, isOfParts }) => [outcome, isOfParts ?? false])).toEqual([
      ['right', false],
      ['under', true],
    ]);
    expect(after.temper.tally.wrongs).toBe(before.temper.tally.wrongs + 1);
    expect((await again()).onlyParts).toEqual([ids[1]]);
  });

  it('that are through while the rest hangs leaves those out', async () => {
    const { ids, say, again } = await squares();
    await say('under', [{ partId: ids[0], outcome: 'right' }]);
    expect((await again()).onlyParts).toEqual(ids.slice(1));
  });

  it('is gone over again only once what keeps people safe is ticked again', async () => {
    const { run, say, again } = await squares(true);
    await say('far-under', []);
    const second = await again();
    expect(second.progress.state).toBe('holding');
    expect(second.hold).toContain('gone over again in its place');
    expect(second.settings).not.toEqual(run.settings);
    await ready(second);
    await act(second, 'start').expect(200);
    const done = await reached(second, 'finished');
    await api()
      .post(addresses.scoreRun({ id: done.id }))
      .send({ outcome: 'under' })
      .expect(200);
    const { evidence } = (
      await api()
        .get(addresses.recipe({ id: run.recipeId }))
        .expect(200)
    ).body as RecipeDetail;
    expect(evidence.find(({ id }) => id === done.id)).toMatchObject({ outcome: 'under', onTopOf: [run.settings] });
  });
});

describe('a laser that goes over it several times', () => {
  /** A plate of plywood, cut three times round, and looked at after two. */
  async function plate(): Promise<RunView[]> {
    let job = await jobReady({ api, drawn }, ['Birch plywood 3 mm'], PLATE);
    const [{ id: stepId }] = job.steps;
    const machines: MachineView[] = (await api().get(addresses.machines())).body;
    const machine = machines.find(({ name }) => name === 'Tube')!;
    const tools: ToolView[] = (await api().get(addresses.tools())).body;
    const tool = tools.find(({ machineId }) => machineId === machine.id)!;
    const cut = { order: 'shortest', leadInMm: null, tabs: null, lookAfter: 2 } as const;
    job = await drawn(
      api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(
          wish(job, {
            do: 'change-step',
            stepId,
            process: 'laser-cut',
            machineId: machine.id,
            toolId: tool.id,
            rounds: 3,
            cut,
          }),
        )
        .expect(200),
    );
    expect(job.steps[0].match.settings).toMatchObject({ passes: 3 });
    return startLed(job);
  }
  const evidenceOf = async (run: RunView) =>
    (
      await api()
        .get(addresses.recipe({ id: run.recipeId }))
        .expect(200)
    ).body.evidence as { id: string; settings: object }[];

  it('stops to be looked at, goes on where it is not through, and is judged by all its passes', async () => {
    const [first, rest] = await plate();
    expect([first.settings.passes, rest.settings.passes]).toEqual([2, 1]);
    expect(rest).toMatchObject({ onTopOf: first.id, hold: 'Look at a corner: is it through after 2 passes?' });
    await ready(first);
    await act(first, 'start').expect(200);
    const held = await reached(rest, 'holding');
    await ready(held);
    await act(held, 'start').expect(200);
    const done = await reached(rest, 'finished');
    // What was only looked at is nothing to score by itself: the Bench asks for all of its passes once.
    const asked = async () =>
      ((await api().get(addresses.bench()).expect(200)).body.runs as RunView[])
        .map(({ id }) => id)
        .filter((id) => [first.id, done.id].includes(id));
    expect(await asked()).toEqual([done.id]);
    await api()
      .post(addresses.scoreRun({ id: done.id }))
      .send({ outcome: 'right' })
      .expect(200);
    expect(await asked()).toEqual([]);
    const evidence = await evidenceOf(done);
    expect(evidence.find(({ id }) => id === done.id)?.settings).toMatchObject({ passes: 3 });
    expect(evidence.some(({ id }) => id === first.id)).toBe(false);
  });

  it('says no to its recipe where all of its passes were not enough', async () => {
    const [first, rest] = await plate();
    await ready(first);
    await act(first, 'start').expect(200);
    const held = await reached(rest, 'holding');
    await ready(held);
    await act(held, 'start').expect(200);
    const done = await reached(rest, 'finished');
    const tally = async () =>
      (
        (
          await api()
            .get(addresses.recipe({ id: done.recipeId }))
            .expect(200)
        ).body as RecipeDetail
      ).temper.tally;
    const before = await tally();
    await api()
      .post(addresses.scoreRun({ id: done.id }))
      .send({ outcome: 'under' })
      .expect(200);
    expect(await tally()).toMatchObject({ wrongs: before.wrongs + 1, rightsSince: 0 });
  });

  it('leaves out the other passes where it is through, and learns from those that were done', async () => {
    const [first, rest] = await plate();
    await act(first, 'enough').expect(409);
    await ready(first);
    await act(first, 'start').expect(200);
    await reached(rest, 'holding');
    const done: RunView = (await act(rest, 'enough').expect(200)).body;
    expect(done).toMatchObject({ id: first.id, outcome: 'right' });
    const { body: runs } = await api()
      .get(addresses.runsOfJob({ id: first.jobId }))
      .expect(200);
    expect((runs as RunView[]).map(({ id }) => id)).toEqual([first.id]);
    expect((await evidenceOf(first)).find(({ id }) => id === first.id)?.settings).toMatchObject({ passes: 2 });
  });
});

import { AT_START, byItself } from '../here';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import {
  addresses,
  type BenchView,
  type JobDetail,
  type MaterialView,
  type RecipeDetail,
  type RunProgress,
  type RunView,
} from '@keen-anvil/contract';
import { pino } from 'pino';
import { asker } from '../../testing/ask';
import { readyJob as jobReady } from '../../testing/ready-job';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';
import { inTransaction } from '../db/pool';
import { assemble } from '../parts';
import { refuseTakenPieces } from '../services/piece-claims';
import { DEMO_WORKSHOP_ID } from '../workshop';

let server: TestServer;
beforeEach(async () => void (server = await startTestServer()));
afterEach(() => server.close());

const { api, drawn } = asker(() => server);

const readyJob = (materialNames?: string[]) => jobReady({ api, drawn }, materialNames);
/** A line to and fro, of 10 m. */
const toAndFro = (colour: string, y: number): string =>
  `<path fill="none" stroke="${colour}" d="M0 ${y}${Array.from({ length: 60 }, (_, i) => `H${i % 2 ? 0 : 170}v2`).join('')}"/>`;
/** A job that takes minutes at its true speed: however slow what asks is, it is still under way. */
const longJob = () =>
  jobReady(
    { api, drawn },
    undefined,
    `<svg xmlns="http://www.w3.org/2000/svg" width="170mm" height="250mm" viewBox="0 0 170 250">${toAndFro('#123456', 0)}${toAndFro('#abcdef', 125)}</svg>`,
  );
const doTo = (job: JobDetail, action: Parameters<typeof wish>[1]) =>
  api()
    .post(addresses.actOnJob({ id: job.id }))
    .send(wish(job, action));
const start = (jobId: string, speedUp = 2000) =>
  api()
    .post(addresses.runsOfJob({ id: jobId }))
    .send({ seriesId: randomUUID(), speedUp });
const act = (run: RunView, action: string) =>
  api()
    .post(addresses.commandRun({ id: run.id }))
    .send({ action });
const runsOf = async (jobId: string): Promise<RunView[]> =>
  (
    await api()
      .get(addresses.runsOfJob({ id: jobId }))
      .expect(200)
  ).body;

/** Waits for the run to say that it is in that state. */
async function reached(run: RunView, state: RunProgress['state']): Promise<void> {
  // Listening before looking: what is told in between is not missed.
  for (;;) {
    const told = once(server.watch, 'told');
    if ((await runsOf(run.jobId)).some((r) => r.id === run.id && r.progress.state === state)) return;
    await told;
  }
}

describe('a job on the stand-in', () => {
  it('runs the first colour, holds for the next material, and is evidence once scored', async () => {
    const job = await readyJob();
    const [white, navy]: RunView[] = (await start(job.id).expect(201)).body;
    expect(white.progress.state).toBe('running');
    await reached(white, 'finished');
    const [done, held] = await runsOf(job.id);
    expect(held).toMatchObject({ id: navy.id, hold: 'Put in Outdoor vinyl, navy', progress: { state: 'holding' } });
    expect(Math.abs(done.measuredSeconds! / done.estimateSeconds - 1)).toBeLessThan(0.02);
    expect(done.seenOutcome).toBe('right');
    expect(done.outcome).toBeNull();

    const before: RecipeDetail = (await api().get(addresses.recipe({ id: white.recipeId }))).body;
    await api()
      .post(addresses.scoreRun({ id: white.id }))
      .send({ outcome: 'under' })
      .expect(200);
    const after: RecipeDetail = (await api().get(addresses.recipe({ id: white.recipeId }))).body;
    expect([before.temper.temper, after.temper.temper]).toEqual(['violet', 'bronze']);
    expect(after.evidence).toHaveLength(before.evidence.length + 1);
    expect(after.evidence[0]).toMatchObject({ kind: 'run', outcome: 'under', jobName: 'Boat numbers', toolWear: 412 });

    // What hangs is not laid under the next colour: gone over again in its place first.
    expect((await act(navy, 'start').expect(409)).body.error).toMatchObject({
      code: 'not-enough',
      message: expect.stringContaining('What lies there came out as “hangs in places”.'),
    });
    const again: RunView = (
      await api()
        .post(addresses.runAgain({ id: white.id }))
        .send({ id: randomUUID() })
        .expect(201)
    ).body;
    expect(again).toMatchObject({
      position: 1,
      onTopOf: white.id,
      settings: { force: done.settings.force! + 1, passes: 1 },
    });
    await reached(again, 'finished');
    expect((await runsOf(job.id)).map(({ position, progress }) => [position, progress.state])).toEqual([
      [0, 'finished'],
      [1, 'finished'],
      [2, 'holding'],
    ]);
    await api()
      .post(addresses.scoreRun({ id: again.id }))
      .send({ outcome: 'right' })
      .expect(200);
    // Right only on top of the first: it is shown as that, and says nothing of its numbers alone.
    const onTop: RecipeDetail = (await api().get(addresses.recipe({ id: white.recipeId }))).body;
    expect(onTop.evidence).toHaveLength(after.evidence.length + 1);
    expect(onTop.evidence[0]).toMatchObject({ outcome: 'right', onTopOf: [done.settings] });
    expect(onTop.temper.temper).toBe(after.temper.temper);
    await api()
      .post(addresses.runAgain({ id: again.id }))
      .send({ id: randomUUID() })
      .expect(422);

    expect((await act(navy, 'start').expect(200)).body.progress.state).toBe('running');
    await reached(navy, 'finished');
    await api()
      .post(addresses.scoreRun({ id: navy.id }))
      .send({ outcome: 'right' })
      .expect(200);
    expect((await api().get(addresses.job({ id: job.id }))).body.state).toBe('done');
  });

  it('counts the metres onto the blade, and takes what was used off the roll', async () => {
    const job = await readyJob();
    const wear = async () =>
      (await api().get(addresses.tools())).body.find((tool: { name: string }) => tool.name === 'Fine blade')
        .wear as number;
    const before = await wear();
    const pieceId = job.steps[0].stockPieceId;
    const roll = async () =>
      ((await api().get(addresses.materials())).body as MaterialView[])
        .flatMap((material) => material.pieces)
        .find((piece) => piece.id === pieceId)!;
    const length = (await roll()).lengthMm;
    const [run]: RunView[] = (await start(job.id)).body;
    await reached(run, 'finished');
    const [done] = await runsOf(job.id);
    expect((await wear()) - before).toBeCloseTo(done.progress.cutMm / 1000, 6);
    // The roll is shorter by what the run took of it.
    expect((await roll()).lengthMm).toBeLessThan(length - 50);
    expect((await roll()).count).toBe(1);
    expect(done.progress.cutMm).toBeGreaterThan(600);
  });

  it('pauses where it is, goes on from there, and can be cancelled with all that follows', async () => {
    const job = await longJob();
    const [run]: RunView[] = (await start(job.id, 1)).body;
    const paused: RunView = (await act(run, 'pause').expect(200)).body;
    expect(paused.progress.state).toBe('paused');
    expect(paused.progress.doneSeconds).toBeLessThan(paused.progress.totalSeconds);
    const resumed: RunView = (await act(run, 'resume').expect(200)).body;
    expect(resumed.progress.doneSeconds).toBeGreaterThanOrEqual(paused.progress.doneSeconds);
    await act(run, 'cancel').expect(200);
    expect((await runsOf(job.id)).map((r) => r.progress.state)).toEqual(['cancelled', 'cancelled']);
    expect((await act(run, 'resume').expect(409)).body.error.message).toBe(
      'A run that is cancelled cannot be told to resume.',
    );
  });

  it('takes one job at a time, and lets nothing change under it', async () => {
    const job = await longJob();
    const [run]: RunView[] = (await start(job.id, 1).expect(201)).body;
    expect((await start((await longJob()).id, 1).expect(409)).body.error.message).toBe(
      'Long plotter is busy with other work: “Boat numbers” runs there.',
    );
    expect((await start(job.id, 1).expect(409)).body.error.code).toBe('running');
    const larger = { do: 'change-drawing', drawingId: job.artworks[0].id, widthMm: 100 } as const;
    await doTo(job, larger).expect(409);
    await act(run, 'cancel').expect(200);
    await doTo(job, larger).expect(200);
  });

  it('a verdict can be corrected and taken back, and what was said before is kept', async () => {
    const job = await readyJob();
    const [white]: RunView[] = (await start(job.id).expect(201)).body;
    await reached(white, 'finished');
    const say = async (outcome: string | null): Promise<RunView> =>
      (
        await api()
          .post(addresses.scoreRun({ id: white.id }))
          .send({ outcome })
          .expect(200)
      ).body;
    expect(await say('over')).toMatchObject({ outcome: 'over', earlier: [] });
    expect(await say('right')).toMatchObject({ outcome: 'right', earlier: [{ outcome: 'over' }] });
    expect(
      ((await api().get(addresses.recipe({ id: white.recipeId }))).body as RecipeDetail).evidence[0],
    ).toMatchObject({
      id: white.id,
      outcome: 'right',
      earlier: [{ outcome: 'over' }],
    });
    expect(await say(null)).toMatchObject({ outcome: null, earlier: [{ outcome: 'right' }, { outcome: 'over' }] });
    expect(
      ((await api().get(addresses.recipe({ id: white.recipeId }))).body as RecipeDetail).evidence.map(({ id }) => id),
    ).not.toContain(white.id);
    await api()
      .post(addresses.scoreRun({ id: white.id }))
      .send({ outcome: 'fine' })
      .expect(400);
    // The same row of evidence, corrected from the book.
    expect(
      (
        await api()
          .put(addresses.correctEvidence({ id: white.id }))
          .send({ outcome: 'under' })
          .expect(200)
      ).body.evidence[0],
    ).toMatchObject({ id: white.id, outcome: 'under' });
  });

  it('a trial that was written down by hand can be corrected and taken out', async () => {
    const { recipe } = (await readyJob()).steps[0].match;
    const id = randomUUID();
    await api()
      .post(addresses.writeTrial({ id: recipe!.id }))
      .send({ id, settings: recipe!.settings, outcome: 'over' })
      .expect(201);
    const correct = async (outcome: string | null): Promise<RecipeDetail> =>
      (await api().put(addresses.correctEvidence({ id })).send({ outcome }).expect(200)).body;
    expect((await correct('right')).evidence.find((event) => event.id === id)).toMatchObject({
      outcome: 'right',
      earlier: [{ outcome: 'over' }],
    });
    expect((await correct(null)).evidence.map((event) => event.id)).not.toContain(id);
    await api().put(addresses.correctEvidence({ id })).send({ outcome: 'right' }).expect(404);
  });

  it('is done by hand where the maker runs it on a machine of their own, and wears and takes all the same', async () => {
    const job = await readyJob();
    const blade = async () =>
      (await api().get(addresses.tools())).body.find((tool: { name: string }) => tool.name === 'Fine blade')
        .wear as number;
    const before = await blade();
    const [white, navy]: RunView[] = (
      await api()
        .post(addresses.runsOfJob({ id: job.id }))
        .send({ seriesId: randomUUID(), speedUp: 1, byHand: true })
        .expect(201)
    ).body;
    expect(white).toMatchObject({ isByHand: true, progress: { state: 'running' } });
    await act(white, 'done').expect(200);
    const [done, held] = await runsOf(job.id);
    expect(done).toMatchObject({ seenOutcome: null, outcome: null, progress: { state: 'finished' } });
    expect(done.progress.cutMm).toBeGreaterThan(600);
    expect((await blade()) - before).toBeCloseTo(done.progress.cutMm / 1000, 6);
    expect(held).toMatchObject({ id: navy.id, isByHand: true, progress: { state: 'holding' } });
    await act(navy, 'start').expect(200);
    await act(navy, 'done').expect(200);
    expect((await api().get(addresses.job({ id: job.id }))).body.state).toBe('to-score');
  });

  it('takes nothing that is not there, and no sheet that other work lies on, unless the maker knows', async () => {
    const job = await readyJob();
    const white = job.steps[0].stockPieceId!;
    await server.pool.query(`UPDATE stock_piece SET kind = 'sheet', count = 0 WHERE id = $1`, [white]);
    expect((await start(job.id).expect(409)).body.error).toMatchObject({
      code: 'nothing-left',
      message: expect.stringContaining('Nothing is left of white roll'),
    });
    await server.pool.query('UPDATE stock_piece SET count = 1 WHERE id = $1', [white]);
    const other = await readyJob();
    expect(other.steps[0].claims).toContainEqual({
      pieceName: 'white roll',
      forName: 'Boat numbers',
      machineName: null,
      state: 'planned',
    });
    const [run]: RunView[] = (await start(job.id, 1).expect(201)).body;
    await act(run, 'pause').expect(200);
    const byHand = (knowing: boolean) =>
      api()
        .post(addresses.runsOfJob({ id: other.id }))
        .send({ seriesId: randomUUID(), speedUp: 1, byHand: true, knowing });
    expect((await byHand(false).expect(409)).body.error).toMatchObject({
      code: 'piece-on-machine',
      message: expect.stringContaining('White roll is on Long plotter now, for “Boat numbers”.'),
    });
    await byHand(true).expect(409);
    expect((await drawn(api().get(addresses.job({ id: other.id })))).steps[0].claims[0]).toMatchObject({
      state: 'running',
      machineName: 'Long plotter',
    });
    await act(run, 'cancel').expect(200);
    await byHand(false).expect(201);
  });

  it('takes no more sheets than there are, and not below none', async () => {
    const job = await readyJob();
    const piece = job.steps[0].stockPieceId!;
    await server.pool.query(`UPDATE stock_piece SET kind = 'sheet', count = 2 WHERE id = $1`, [piece]);
    const take = (sheets: number) =>
      inTransaction(AT_START, server.pool, (db) =>
        refuseTakenPieces(
          byItself(DEMO_WORKSHOP_ID),
          db,
          job.id,
          Array.from({ length: sheets }, () => ({ stockPieceId: piece, sheetId: randomUUID(), usedLengthMm: 50 })),
          false,
        ),
      );
    await take(2);
    await expect(take(3)).rejects.toThrow('This job takes 3 of');
  });

  it('keeps nothing of the stock once its first step was cancelled', async () => {
    // Of sheets, what waits in a series has its hand on its piece too.
    await server.pool.query(`UPDATE stock_piece SET kind = 'sheet', count = 9 WHERE kind = 'roll'`);
    const job = await readyJob();
    const other = await readyJob();
    const [first, second]: RunView[] = (await start(job.id, 1).expect(201)).body;
    const claims = async () =>
      (await drawn(api().get(addresses.job({ id: other.id })))).steps.flatMap((step) => step.claims);
    expect((await claims()).map(({ state }) => state).sort()).toEqual(['running', 'waiting']);
    await act(first, 'cancel').expect(200);
    expect(await claims()).toEqual([]);
    expect((await runsOf(job.id)).map(({ progress }) => progress.state)).toEqual(['cancelled', 'cancelled']);
    const { rows } = await server.pool.query(`SELECT kind FROM run_event WHERE run_id = $1 ORDER BY id`, [second.id]);
    expect(rows).toEqual([{ kind: 'cancelled' }]);
    await start(other.id, 1).expect(201);
    await act((await runsOf(other.id))[0], 'cancel').expect(200);
    // Nothing holds the first job back either.
    await start(job.id, 1).expect(201);
  });

  it('is not changed by what is worked out while it starts', async () => {
    const job = await longJob();
    const { heavy } = server;
    const work = heavy.workOnDocument.bind(heavy);
    jest.spyOn(heavy, 'workOnDocument').mockImplementationOnce(async (...asked) => {
      const answer = await work(...asked);
      await start(job.id, 1).expect(201);
      return answer;
    });
    const late = await doTo(job, { do: 'change-drawing', drawingId: job.artworks[0].id, widthMm: 100 });
    expect([late.status, late.body.error?.code]).toEqual([409, 'running']);
    expect((await drawn(api().get(addresses.job({ id: job.id })))).version).toBe(job.version);
  });

  it('is not started with something in its way', async () => {
    const half = await readyJob(['Outdoor vinyl, white']);
    expect((await start(half.id).expect(422)).body.error.message).toBe('Step 2 has no material yet.');
    const bare = await readyJob(['Outdoor vinyl, white', 'Outdoor vinyl, signal yellow']);
    expect((await start(bare.id).expect(422)).body.error.message).toContain(
      'there is no recipe for kiss cut on Outdoor vinyl, signal yellow',
    );
    const job = await readyJob();
    await doTo(job, { do: 'change-drawing', drawingId: job.artworks[0].id, widthMm: 400 }).expect(200);
    expect((await start(job.id).expect(422)).body.error.message).toContain(
      'The work takes 400 × 248 mm; white roll has 305 × ',
    );
    expect(await runsOf(job.id)).toEqual([]);
  });

  it('cannot be scored before it is finished', async () => {
    const job = await readyJob();
    const [run]: RunView[] = (await start(job.id, 1)).body;
    await api()
      .post(addresses.scoreRun({ id: run.id }))
      .send({ outcome: 'right' })
      .expect(409);
    await api()
      .post(addresses.scoreRun({ id: run.id }))
      .send({ outcome: 'splendid' })
      .expect(400);
  });

  it('goes on by what is written of it, whoever looks, and is closed once', async () => {
    const job = await readyJob();
    const [run]: RunView[] = (await start(job.id, 1)).body;
    // Nobody keeps it while it goes.
    await server.watch.close();
    await server.keeper.close();
    expect(
      (
        await api()
          .get(addresses.run({ id: run.id }))
          .expect(200)
      ).body.progress,
    ).toMatchObject({ state: 'running' });
    await server.pool.query(
      `UPDATE run SET going_since = going_since - interval '1 hour', due_at = due_at - interval '1 hour' WHERE id = $1`,
      [run.id],
    );
    const late: RunView = (
      await api()
        .get(addresses.run({ id: run.id }))
        .expect(200)
    ).body;
    expect(late.progress).toMatchObject({ state: 'running', doneSeconds: late.progress.totalSeconds });
    const wear = async () =>
      (await api().get(addresses.tools())).body.find((tool: { name: string }) => tool.name === 'Fine blade')
        .wear as number;
    const before = await wear();
    const [one, other] = [0, 1].map(() =>
      assemble({ pool: server.pool, url: server.url, heavy: server.heavy, log: pino({ level: 'silent' }) }),
    );
    const ended = once(one.watch, 'told');
    await Promise.all([one.watch.start(), other.watch.start()]);
    await ended;
    await Promise.all([one.keeper.close(), other.keeper.close()]);
    await Promise.all([one.watch.close(), other.watch.close()]);
    const [done, held] = await runsOf(job.id);
    expect([done.progress.state, held.progress.state]).toEqual(['finished', 'holding']);
    expect((await wear()) - before).toBeCloseTo(done.progress.cutMm / 1000, 6);
    const { rows } = await server.pool.query('SELECT kind FROM run_event WHERE run_id = $1 ORDER BY id', [run.id]);
    expect(rows.map(({ kind }) => kind)).toEqual(['started', 'finished']);
  });

  it('is started once, however many start it, and sent twice answers the same', async () => {
    const job = await longJob();
    const seriesId = randomUUID();
    const same = await Promise.all(
      [0, 1, 2].map(() =>
        api()
          .post(addresses.runsOfJob({ id: job.id }))
          .send({ seriesId, speedUp: 1 }),
      ),
    );
    expect(same.map(({ status }) => status)).toEqual([201, 201, 201]);
    expect(new Set(same.map(({ body }) => body[0].id)).size).toBe(1);
    await act(same[0].body[0], 'cancel').expect(200);
    const others = await Promise.all([0, 1, 2].map(() => start(job.id, 1)));
    expect(others.map(({ status }) => status).sort()).toEqual([201, 409, 409]);
    const runs = await runsOf(job.id);
    expect(runs.map(({ progress }) => progress.state)).toEqual(['running', 'queued']);
    // For another job it is no run of this series.
    await api()
      .post(addresses.runsOfJob({ id: (await longJob()).id }))
      .send({ seriesId, speedUp: 1 })
      .expect(409);
    const resumes = await act(runs[0], 'pause')
      .expect(200)
      .then(() => Promise.all([act(runs[0], 'resume'), act(runs[0], 'resume')]));
    expect(resumes.map(({ status }) => status).sort()).toEqual([200, 409]);
    expect((await runsOf(job.id))[0].progress.state).toBe('running');
  });

  it('cuts what is drawn, also where it is moved while its files are worked out', async () => {
    const job = await longJob();
    const [{ id }] = job.artworks;
    const [started, edited] = await Promise.all([
      start(job.id, 1),
      doTo(job, { do: 'change-drawing', drawingId: id, xMm: job.artworks[0].xMm + 40 }),
    ]);
    expect(started.status).toBe(201);
    // Either it was moved first, and that is what is cut; or it was refused.
    const { rows } = await server.pool.query('SELECT machine_file AS file FROM run WHERE id = $1', [
      started.body[0].id,
    ]);
    await act(started.body[0], 'cancel').expect(200);
    const now = await drawn(api().get(addresses.job({ id: job.id })));
    expect(now.artworks[0].xMm).toBe(job.artworks[0].xMm + (edited.status === 200 ? 40 : 0));
    const again: RunView[] = (await start(job.id, 1).expect(201)).body;
    const { rows: then } = await server.pool.query('SELECT machine_file AS file FROM run WHERE id = $1', [again[0].id]);
    expect(rows[0].file).toBe(then[0].file);
  });

  it('waits for a machine that another job is on, and begins when it is free', async () => {
    const [job, other] = [await readyJob(), await longJob()];
    const [white, navy]: RunView[] = (await start(job.id).expect(201)).body;
    await reached(white, 'finished');
    await reached(navy, 'holding');
    // On hold it keeps its machine.
    expect((await start(other.id, 1).expect(409)).body.error).toMatchObject({
      code: 'busy',
      message: expect.stringContaining('is on hold there'),
    });
    // A job whose next step waits for the machine holds as soon as that is free.
    await server.pool.query(`UPDATE run SET state = 'queued' WHERE id = $1`, [navy.id]);
    const [first]: RunView[] = (await start(other.id, 1).expect(201)).body;
    server.keeper.wake();
    expect((await runsOf(job.id))[1].progress.state).toBe('queued');
    expect((await api().get(addresses.job({ id: job.id }))).body.state).toBe('running');
    await doTo(job, { do: 'change-drawing', drawingId: job.artworks[0].id, widthMm: 100 }).expect(409);
    await act(first, 'cancel').expect(200);
    await reached(navy, 'holding');
  });

  it('is tried again where its end could not be written, and wears once', async () => {
    const job = await readyJob();
    await server.pool.query(
      `CREATE FUNCTION refuse_end() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN IF NEW.state = 'finished' THEN RAISE EXCEPTION 'not now'; END IF; RETURN NEW; END $$`,
    );
    await server.pool.query(
      'CREATE TRIGGER refuse_end BEFORE UPDATE ON run FOR EACH ROW EXECUTE FUNCTION refuse_end()',
    );
    const [run]: RunView[] = (await start(job.id)).body;
    server.keeper.wake();
    expect((await runsOf(job.id))[0].progress.state).toBe('running');
    await server.pool.query('DROP TRIGGER refuse_end ON run');
    await reached(run, 'finished');
    const { rows } = await server.pool.query(
      `SELECT count(*)::int AS n FROM run_event WHERE run_id = $1 AND kind = 'finished'`,
      [run.id],
    );
    expect(rows[0].n).toBe(1);
  });

  it('tells what changes, and how fast it goes until then', async () => {
    const job = await readyJob();
    const [run]: RunView[] = (await start(job.id, 5)).body;
    const listening = server.app.listen(0, '127.0.0.1');
    await once(listening, 'listening');
    const { port } = listening.address() as AddressInfo;
    const leave = new AbortController();
    const response = await fetch(`http://127.0.0.1:${port}${addresses.runEvents({ id: run.id })}`, {
      signal: leave.signal,
    });
    expect(response.headers.get('content-type')).toBe('text/event-stream');
    const told: RunProgress[] = [];
    for await (const chunk of Readable.fromWeb(response.body as ReadableStream<Uint8Array>)) {
      for (const line of String(chunk).split('\n')) if (line.startsWith('data: ')) told.push(JSON.parse(line.slice(6)));
      if (told.at(-1)?.state === 'finished') break;
    }
    leave.abort();
    listening.closeAllConnections();
    listening.close();
    // Where it is meanwhile follows from the clock: only what changes is told.
    expect(told.map(({ state }) => state)).toEqual(['running', 'finished']);
    expect(told[0].rate).toBeGreaterThan(1);
    expect(told[0].doneSeconds).toBeLessThan(told[1].doneSeconds);
    expect(told[1]).toMatchObject({ rate: 0, doneSeconds: told[1].totalSeconds });
    expect(told[1].cutMm).toBeGreaterThan(0);
  });
});

describe('the bench', () => {
  it('shows the job on hold and the recipes used last', async () => {
    const bench: BenchView = (await api().get(addresses.bench())).body;
    expect(bench.runs[0]).toMatchObject({
      jobName: 'Boat number 12',
      hold: 'Go on at Little plotter: put in Outdoor vinyl, navy',
      progress: { state: 'holding' },
    });
    expect(bench.recipes[0].material.name).toMatch(/Outdoor vinyl/);
  });
});

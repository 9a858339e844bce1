import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { join } from 'node:path';
import { paths, type BenchView, type JobDetail, type MaterialView, type RecipeDetail, type RunProgress, type RunView } from '@keen-anvil/contract';
import { pino } from 'pino';
import request from 'supertest';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { RunService } from '../services/runs';
import { DEMO_WORKSHOP_ID } from '../workshop';

let server: TestServer;
beforeEach(async () => void (server = await startTestServer()));
afterEach(() => server.close());

const api = () => request(server.app);
const drawing = readFileSync(join(__dirname, '../../../core/testing/boat-number-48.svg'));

async function readyJob(materialNames = ['Outdoor vinyl, white', 'Outdoor vinyl, navy']): Promise<JobDetail> {
  const id = randomUUID();
  const materials: MaterialView[] = (await api().get(paths.materials)).body;
  await api().post(paths.jobs).send({ id, name: 'Boat numbers' });
  let job: JobDetail = (await api().put(paths.artwork(id, randomUUID(), 'a.svg')).set('Content-Type', 'image/svg+xml').send(drawing)).body;
  for (const [i, name] of materialNames.entries()) {
    const body = { version: job.steps[i].version, materialId: materials.find((m) => m.name === name)!.id };
    job = (await api().patch(paths.step(job.steps[i].id)).send(body).expect(200)).body;
  }
  return job;
}
const start = (jobId: string, speedUp = 2000) => api().post(paths.runs(jobId)).send({ seriesId: randomUUID(), speedUp });
const act = (run: RunView, action: string) => api().post(paths.runAction(run.id)).send({ action });
const runsOf = async (jobId: string): Promise<RunView[]> => (await api().get(paths.runs(jobId)).expect(200)).body;

/** Waits for the run to say that it is in that state. */
async function reached(run: RunView, state: RunProgress['state']): Promise<void> {
  const [now] = (await runsOf(run.jobId)).filter((r) => r.id === run.id);
  if (now.progress.state === state) return;
  for await (const [id, progress] of changesOf(server.runs)) if (id === run.id && progress.state === state) return;
}
async function* changesOf(runs: RunService): AsyncGenerator<[string, RunProgress]> {
  for (;;) yield (await once(runs, 'changed')) as [string, RunProgress];
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

    const before: RecipeDetail = (await api().get(paths.recipe(white.recipeId))).body;
    await api().post(paths.runOutcome(white.id)).send({ outcome: 'under' }).expect(200);
    const after: RecipeDetail = (await api().get(paths.recipe(white.recipeId))).body;
    expect([before.temper.temper, after.temper.temper]).toEqual(['violet', 'bronze']);
    expect(after.evidence).toHaveLength(before.evidence.length + 1);
    expect(after.evidence[0]).toMatchObject({ kind: 'run', outcome: 'under', jobName: 'Boat numbers', toolWear: 412 });

    // What hangs is not laid under the next colour: gone over again in its place first.
    expect((await act(navy, 'start').expect(409)).body.error).toMatchObject({ code: 'not-enough', message: expect.stringContaining('What lies there came out as “hangs in places”.') });
    const again: RunView = (await api().post(paths.runAgain(white.id)).send({ id: randomUUID() }).expect(201)).body;
    expect(again).toMatchObject({ position: 1, onTopOf: white.id, settings: { force: done.settings.force! + 1, passes: 1 } });
    await reached(again, 'finished');
    expect((await runsOf(job.id)).map(({ position, progress }) => [position, progress.state])).toEqual([[0, 'finished'], [1, 'finished'], [2, 'holding']]);
    await api().post(paths.runOutcome(again.id)).send({ outcome: 'right' }).expect(200);
    // Right only on top of the first: that says nothing of its numbers alone.
    expect(((await api().get(paths.recipe(white.recipeId))).body as RecipeDetail).evidence).toHaveLength(after.evidence.length);
    await api().post(paths.runAgain(again.id)).send({ id: randomUUID() }).expect(422);

    expect((await act(navy, 'start').expect(200)).body.progress.state).toBe('running');
    await reached(navy, 'finished');
    await api().post(paths.runOutcome(navy.id)).send({ outcome: 'right' }).expect(200);
    expect((await api().get(paths.job(job.id))).body.state).toBe('done');
  });

  it('counts the metres onto the blade, and takes what was used off the roll', async () => {
    const job = await readyJob();
    const wear = async () => (await api().get(paths.tools)).body.find((tool: { name: string }) => tool.name === 'Fine blade').wear as number;
    const before = await wear();
    const pieceId = job.steps[0].stockPieceId;
    const roll = async () => ((await api().get(paths.materials)).body as MaterialView[]).flatMap((material) => material.pieces).find((piece) => piece.id === pieceId)!;
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
    const job = await readyJob();
    const [run]: RunView[] = (await start(job.id, 1)).body;
    const paused: RunView = (await act(run, 'pause').expect(200)).body;
    expect(paused.progress.state).toBe('paused');
    expect(paused.progress.doneSeconds).toBeLessThan(paused.progress.totalSeconds);
    const resumed: RunView = (await act(run, 'resume').expect(200)).body;
    expect(resumed.progress.doneSeconds).toBeGreaterThanOrEqual(paused.progress.doneSeconds);
    await act(run, 'cancel').expect(200);
    expect((await runsOf(job.id)).map((r) => r.progress.state)).toEqual(['cancelled', 'cancelled']);
    expect((await act(run, 'resume').expect(409)).body.error.message).toBe('A run that is cancelled cannot be told to resume.');
  });

  it('takes one job at a time, and lets nothing change under it', async () => {
    const job = await readyJob();
    const [run]: RunView[] = (await start(job.id, 1).expect(201)).body;
    expect((await start((await readyJob()).id, 1).expect(409)).body.error.message).toBe('Long plotter is busy with other work.');
    expect((await start(job.id, 1).expect(409)).body.error.code).toBe('running');
    const [{ id, version }] = job.artworks;
    await api().patch(paths.artworkChange(id)).send({ version, widthMm: 100 }).expect(409);
    await act(run, 'cancel').expect(200);
    await api().patch(paths.artworkChange(id)).send({ version, widthMm: 100 }).expect(200);
  });

  it('a verdict can be corrected and taken back, and what was said before is kept', async () => {
    const job = await readyJob();
    const [white]: RunView[] = (await start(job.id).expect(201)).body;
    await reached(white, 'finished');
    const say = async (outcome: string | null): Promise<RunView> => (await api().post(paths.runOutcome(white.id)).send({ outcome }).expect(200)).body;
    expect(await say('over')).toMatchObject({ outcome: 'over', earlier: [] });
    expect(await say('right')).toMatchObject({ outcome: 'right', earlier: [{ outcome: 'over' }] });
    expect(((await api().get(paths.recipe(white.recipeId))).body as RecipeDetail).evidence[0]).toMatchObject({ id: white.id, outcome: 'right', earlier: [{ outcome: 'over' }] });
    expect(await say(null)).toMatchObject({ outcome: null, earlier: [{ outcome: 'right' }, { outcome: 'over' }] });
    expect(((await api().get(paths.recipe(white.recipeId))).body as RecipeDetail).evidence.map(({ id }) => id)).not.toContain(white.id);
    await api().post(paths.runOutcome(white.id)).send({ outcome: 'fine' }).expect(400);
    // The same row of evidence, corrected from the book.
    expect((await api().put(paths.evidenceOutcome(white.id)).send({ outcome: 'under' }).expect(200)).body.evidence[0]).toMatchObject({ id: white.id, outcome: 'under' });
  });

  it('a trial that was written down by hand can be corrected and taken out', async () => {
    const { recipe } = (await readyJob()).steps[0].match;
    const id = randomUUID();
    await api().post(paths.recipeTrials(recipe!.id)).send({ id, settings: recipe!.settings, outcome: 'over' }).expect(201);
    const correct = async (outcome: string | null): Promise<RecipeDetail> => (await api().put(paths.evidenceOutcome(id)).send({ outcome }).expect(200)).body;
    expect((await correct('right')).evidence.find((event) => event.id === id)).toMatchObject({ outcome: 'right', earlier: [{ outcome: 'over' }] });
    expect((await correct(null)).evidence.map((event) => event.id)).not.toContain(id);
    await api().put(paths.evidenceOutcome(id)).send({ outcome: 'right' }).expect(404);
  });

  it('is done by hand where the maker runs it on a machine of their own, and wears and takes all the same', async () => {
    const job = await readyJob();
    const blade = async () => (await api().get(paths.tools)).body.find((tool: { name: string }) => tool.name === 'Fine blade').wear as number;
    const before = await blade();
    const [white, navy]: RunView[] = (await api().post(paths.runs(job.id)).send({ seriesId: randomUUID(), speedUp: 1, byHand: true }).expect(201)).body;
    expect(white).toMatchObject({ isByHand: true, progress: { state: 'running' } });
    await act(white, 'done').expect(200);
    const [done, held] = await runsOf(job.id);
    expect(done).toMatchObject({ seenOutcome: null, outcome: null, progress: { state: 'finished' } });
    expect(done.progress.cutMm).toBeGreaterThan(600);
    expect((await blade()) - before).toBeCloseTo(done.progress.cutMm / 1000, 6);
    expect(held).toMatchObject({ id: navy.id, isByHand: true, progress: { state: 'holding' } });
    await act(navy, 'start').expect(200);
    await act(navy, 'done').expect(200);
    expect((await api().get(paths.job(job.id))).body.state).toBe('to-score');
  });

  it('takes nothing that is not there, and no sheet that other work lies on, unless the maker knows', async () => {
    const job = await readyJob();
    const white = job.steps[0].stockPieceId!;
    await server.pool.query(`UPDATE stock_piece SET kind = 'sheet', count = 0 WHERE id = $1`, [white]);
    expect((await start(job.id).expect(409)).body.error).toMatchObject({ code: 'nothing-left', message: expect.stringContaining('Nothing is left of white roll') });
    await server.pool.query('UPDATE stock_piece SET count = 1 WHERE id = $1', [white]);
    const other = await readyJob();
    expect(other.steps[0].claims).toContainEqual({ pieceName: 'white roll', forName: 'Boat numbers', machineName: null, state: 'planned' });
    const [run]: RunView[] = (await start(job.id, 1).expect(201)).body;
    await act(run, 'pause').expect(200);
    const byHand = (knowing: boolean) => api().post(paths.runs(other.id)).send({ seriesId: randomUUID(), speedUp: 1, byHand: true, knowing });
    expect((await byHand(false).expect(409)).body.error).toMatchObject({ code: 'piece-on-machine', message: expect.stringContaining('White roll is on Long plotter now, for “Boat numbers”.') });
    await byHand(true).expect(409);
    expect(((await api().get(paths.job(other.id))).body as JobDetail).steps[0].claims[0]).toMatchObject({ state: 'running', machineName: 'Long plotter' });
    await act(run, 'cancel').expect(200);
    await byHand(false).expect(201);
  });

  it('is not started with something in its way', async () => {
    const half = await readyJob(['Outdoor vinyl, white']);
    expect((await start(half.id).expect(422)).body.error.message).toBe('Step 2 has no material yet.');
    const bare = await readyJob(['Outdoor vinyl, white', 'Outdoor vinyl, signal yellow']);
    expect((await start(bare.id).expect(422)).body.error.message).toContain('there is no recipe for kiss cut on Outdoor vinyl, signal yellow');
    const job = await readyJob();
    await api().patch(paths.artworkChange(job.artworks[0].id)).send({ version: job.artworks[0].version, widthMm: 400 }).expect(200);
    expect((await start(job.id).expect(422)).body.error.message).toContain('The work takes 400 × 248 mm; white roll has 305 × ');
    expect(await runsOf(job.id)).toEqual([]);
  });

  it('cannot be scored before it is finished', async () => {
    const job = await readyJob();
    const [run]: RunView[] = (await start(job.id, 1)).body;
    await api().post(paths.runOutcome(run.id)).send({ outcome: 'right' }).expect(409);
    await api().post(paths.runOutcome(run.id)).send({ outcome: 'splendid' }).expect(400);
  });

  it('waits, paused, where it was when the server was stopped', async () => {
    const job = await readyJob();
    const [run]: RunView[] = (await start(job.id, 1)).body;
    await server.runs.close();
    const afresh = new RunService(server.pool, server.heavy, pino({ level: 'silent' }));
    await afresh.recover();
    expect((await afresh.get(DEMO_WORKSHOP_ID, run.id)).progress.state).toBe('paused');
    expect((await afresh.command(DEMO_WORKSHOP_ID, run.id, 'resume')).progress.state).toBe('running');
    await afresh.close();
  });

  it('tells its progress as it goes', async () => {
    const job = await readyJob();
    const [run]: RunView[] = (await start(job.id, 5)).body;
    const listening = server.app.listen(0, '127.0.0.1');
    await once(listening, 'listening');
    const { port } = listening.address() as AddressInfo;
    const leave = new AbortController();
    const response = await fetch(`http://127.0.0.1:${port}${paths.runEvents(run.id)}`, { signal: leave.signal });
    expect(response.headers.get('content-type')).toBe('text/event-stream');
    const told: RunProgress[] = [];
    for await (const chunk of Readable.fromWeb(response.body as ReadableStream<Uint8Array>)) {
      for (const line of String(chunk).split('\n')) if (line.startsWith('data: ')) told.push(JSON.parse(line.slice(6)));
      if (told.at(-1)?.state === 'finished') break;
    }
    leave.abort();
    listening.closeAllConnections();
    listening.close();
    expect(told.length).toBeGreaterThan(3);
    const seconds = told.map((progress) => progress.doneSeconds);
    expect(seconds).toEqual([...seconds].sort((a, b) => a - b));
    expect(told.at(-2)!.cutMm).toBeGreaterThan(0);
  });
});

describe('the bench', () => {
  it('shows the job on hold and the recipes used last', async () => {
    const bench: BenchView = (await api().get(paths.bench)).body;
    expect(bench.runs[0]).toMatchObject({ jobName: 'Boat number 12', hold: 'Put in Outdoor vinyl, navy', progress: { state: 'holding' } });
    expect(bench.recipes[0].material.name).toMatch(/Outdoor vinyl/);
  });
});

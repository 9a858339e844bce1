import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { addresses, type JobDetail } from '@keen-anvil/contract';
import { readGcode, readHpgl } from '@keen-anvil/core/output';
import { asker, textOf } from '../../testing/ask';
import { emptyDatabase, startServerOn, type TestServer } from '../../testing/test-server';
import { migrate } from './migrate';

/**
 * A database as the version before the form of documents left it: the demo, a job with outlines, bridges, parts put together
 * and taken apart, a text set again, a drawing read again after its template was kept, undone edits, a job from that
 * template, a film that is turned over with merged steps, and a run by hand. And the machine file of every step, or why
 * there was none.
 */
const kept = (name: string) => gunzipSync(readFileSync(join(__dirname, '../../testing/before-form', name))).toString();
const before = JSON.parse(kept('files.json.gz')) as {
  files: Record<string, string>;
  templateId: string;
  tideBoard: string;
  second: string;
  film: string;
};

let server: TestServer;
let ran: string[];
const told: string[] = [];
beforeAll(async () => {
  const database = await emptyDatabase();
  const client = await database.pool.connect();
  await client.query(kept('dump.sql.gz'));
  // What the dump sets for its own connection is not for others.
  client.release(true);
  ran = await migrate(database.pool, (words) => void told.push(words));
  server = await startServerOn(database);
});
afterAll(() => server.close());
const { api, get, drawn } = asker(() => server);
const look = (id: string) => drawn(api().get(addresses.job({ id })).expect(200));

const jobs = async (): Promise<JobDetail[]> => {
  const list = await get<{ id: string }[]>('/api/jobs?limit=200');
  return Promise.all(list.map(({ id }) => look(id)));
};
const fileOf = async (stepId: string): Promise<string> => {
  const answer = await textOf(api().get(addresses.stepFile({ id: stepId })));
  return answer.status === 200 ? answer.body : JSON.parse(answer.body).error.message;
};

/** A cut of a beam is begun this far in the waste by now, mm. */
const LEAD_IN_MM = 1.05;

const boxOf = (points: { x: number; y: number }[]): number[] =>
  [Math.min, Math.max].flatMap((end) => [end(...points.map(({ x }) => x)), end(...points.map(({ y }) => y))]);

/** What a file does, whatever the order and the way between: the box of each line of a plotter, the powers of a beam; else what it says. */
function whatIsDone(file: string): unknown {
  if (file.startsWith('IN;'))
    return readHpgl(file)
      .strokes.map(({ points, pen, speedMmS, forceGf }) => [pen, speedMmS, forceGf, ...boxOf(points)].join(' '))
      .sort();
  return file.startsWith('G21') ? [...new Set(burntIn(file).map(({ power }) => power))].sort() : file;
}

const burntIn = (file: string) => readGcode(file, 400).moves.filter(({ power }) => power > 0);

/** By how much the box of what is burnt differs, mm. */
function offBy(file: string, other: string): number {
  const [a, b] = [file, other].map((text) => boxOf(burntIn(text).flatMap(({ from, to }) => [from, to])));
  return Math.max(...a.map((edge, i) => Math.abs(edge - b[i])));
}

describe('a workshop from before jobs were documents', () => {
  it('is brought over in one go, and says how far it is', () => {
    expect(ran.slice(0, 3)).toEqual(['017-form.sql', '018-form.ts', '019-form.sql']);
    expect(told).toEqual(['018-form.ts: 12 of 12 jobs are in the new form']);
  });

  it('does the same with its machine files, in whatever order, and says the same where there is none', async () => {
    const now: Record<string, string> = {};
    for (const job of await jobs())
      for (const step of job.steps) now[`${job.name} / ${step.id}`] = await fileOf(step.id);
    expect(Object.keys(now).sort()).toEqual(Object.keys(before.files).sort());
    for (const [step, file] of Object.entries(before.files))
      // The step of the film is on the machine since the files were made: its job is as it was all the same.
      expect({ step, does: whatIsDone(now[step]) }).toEqual({ step, does: whatIsDone(file) });
    const beams = Object.entries(before.files).filter(([, file]) => file.startsWith('G21'));
    expect(beams.length).toBeGreaterThan(0);
    for (const [step, file] of beams) expect(offBy(file, now[step])).toBeLessThan(LEAD_IN_MM);
  });

  it('makes a job from its template as it was read when that was kept', async () => {
    const id = randomUUID();
    await api()
      .post(addresses.jobs())
      .send({ id, name: 'Tide board, third', templateId: before.templateId })
      .expect(201);
    const [second, third] = [await look(before.second), await look(id)];
    const plain = (job: JobDetail) =>
      job.steps.map(({ process, mirrored, parts }) => ({
        process,
        mirrored,
        // Parts of one line of the drawing used to be in the order of their ids, which are others in each job.
        parts: parts
          .map(({ name, contours, places, bridges }) => ({
            name,
            contours,
            places: places.map(({ x, y, angle, turnedOver }) => ({ x, y, angle, turnedOver })),
            bridges,
          }))
          .sort((a, b) => (a.name < b.name ? -1 : 1)),
      }));
    expect(plain(third)).toEqual(plain(second));
  });

  it('can still undo and redo what was done before', async () => {
    const job = await look(before.tideBoard);
    expect([job.undo, job.redo]).toEqual(['changing a step', 'moving parts']);
    const places = (of: JobDetail) => of.steps.flatMap(({ parts }) => parts.flatMap(({ places: all }) => all));
    const redone = await drawn(
      api()
        .post(addresses.redoInJob({ id: job.id }))
        .send({})
        .expect(200),
    );
    const moved = places(redone).filter(({ id, x }) => places(job).find((place) => place.id === id)?.x !== x);
    expect(moved.length).toBeGreaterThan(0);
    const twice = await drawn(
      api()
        .post(addresses.redoInJob({ id: job.id }))
        .send({})
        .expect(200),
    );
    expect(twice.steps.flatMap(({ parts }) => parts).some(({ name }) => name === 'base, outline at 1 mm')).toBe(true);
    for (let i = 0; i < 3; i++)
      await api()
        .post(addresses.undoInJob({ id: job.id }))
        .send({})
        .expect(200);
    const back = await look(job.id);
    expect(back.undo).toBeNull();
    // The first step was turned over last: that is taken back, with where it came to lie.
    expect(back.steps.filter(({ mirrored }) => mirrored).length).toBeLessThan(
      job.steps.filter(({ mirrored }) => mirrored).length,
    );
    for (let i = 0; i < 1; i++)
      await api()
        .post(addresses.redoInJob({ id: job.id }))
        .send({})
        .expect(200);
    expect(places(await look(job.id))).toEqual(places(job));
  });
});

import { randomUUID } from 'node:crypto';
import {
  paths,
  type JobApart,
  type JobDetail,
  type PartApart,
  type PartView,
  type ShapeLine,
} from '@keen-anvil/contract';
import request from 'supertest';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
const api = () => request(server.app);
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

const APART = { Prefer: 'shapes=apart' };
const drawing =
  '<svg xmlns="http://www.w3.org/2000/svg" width="100mm" height="60mm" viewBox="0 0 100 60"><rect id="a" x="10" y="10" width="20" height="20"/><rect id="b" x="60" y="10" width="30" height="20"/></svg>';

async function newJob(): Promise<{ whole: JobDetail; apart: JobApart }> {
  const id = randomUUID();
  await api().post(paths.jobs).send({ id, name: 'Labels' }).expect(201);
  await api()
    .put(paths.artwork(id, randomUUID(), 'labels.svg'))
    .set('Content-Type', 'application/octet-stream')
    .send(drawing)
    .expect(201);
  return {
    whole: (await api().get(paths.job(id)).expect(200)).body,
    apart: (await api().get(paths.job(id)).set(APART).expect(200)).body,
  };
}
const partsOf = <T extends PartView | PartApart>(job: { steps: { parts: T[] }[]; otherParts: T[] }): T[] => [
  ...job.steps.flatMap((step) => step.parts),
  ...job.otherParts,
];
const keysOf = (job: JobApart) => partsOf<PartApart>(job).map(({ shape }) => shape);
const fetched = async (jobId: string, shapes: unknown) =>
  (await api().post(paths.jobShapes(jobId)).send({ shapes }).expect(200)).text
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line) as ShapeLine);

describe('contours of a job that come apart', () => {
  it('are left out where the client says so, with keys that fetch the very same ones', async () => {
    const { whole, apart } = await newJob();
    expect(partsOf<PartApart>(apart).some((part) => 'contours' in part)).toBe(false);
    const lines = await fetched(apart.id, keysOf(apart));
    expect(partsOf<PartApart>(apart).map((part) => lines.find(({ shape }) => shape === part.shape)!.contours)).toEqual(
      partsOf<PartView>(whole).map((part) => part.contours),
    );
    expect(await fetched(apart.id, keysOf(apart).slice(1))).toHaveLength(1);
  });

  it('keep their keys while a step changes, and have others once the drawing has another size', async () => {
    const { apart } = await newJob();
    const [step] = apart.steps;
    const changed = (
      await api()
        .post(paths.jobActions(apart.id))
        .set(APART)
        .send(wish(apart, { do: 'change-step', stepId: step.id, process: 'score' }))
        .expect(200)
    ).body as JobApart;
    expect(changed.steps[0].process).toBe('score');
    expect(keysOf(changed)).toEqual(keysOf(apart));
    const larger = (
      await api()
        .post(paths.jobActions(apart.id))
        .set(APART)
        .send(wish(apart, { do: 'change-drawing', drawingId: apart.artworks[0].id, widthMm: 160 }))
        .expect(200)
    ).body as JobApart;
    expect(keysOf(larger).filter((key) => keysOf(apart).includes(key))).toEqual([]);
    expect(await fetched(apart.id, keysOf(apart))).toEqual([]);
  });

  it('are left out of an answer line by line too', async () => {
    const id = randomUUID();
    await api().post(paths.jobs).send({ id, name: 'Labels' }).expect(201);
    const { text } = await api()
      .put(paths.artwork(id, randomUUID(), 'labels.svg'))
      .set({ ...APART, Accept: 'application/x-ndjson', 'Content-Type': 'application/octet-stream' })
      .send(drawing)
      .buffer(true)
      .expect(200);
    const last = JSON.parse(text.trim().split('\n').at(-1)!) as { answer: JobApart };
    expect(keysOf(last.answer)).toHaveLength(2);
    expect(text).not.toContain('contours');
  });

  it('refuses what is no list of keys', async () => {
    const { apart } = await newJob();
    const refused = await api().post(paths.jobShapes(apart.id)).send({ shapes: 'all' }).expect(400);
    expect(refused.body.error.field).toBe('shapes');
    await api().post(paths.jobShapes(randomUUID())).send({ shapes: [] }).expect(404);
  });
});

import { randomUUID } from 'node:crypto';
import { contourBounds } from '@keen-anvil/core/geometry';
import { addresses, type JobDetail } from '@keen-anvil/contract';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
const { api, drawn } = asker(() => server);
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

async function jobWith(shape: string, measures: Record<string, number>): Promise<JobDetail> {
  const id = randomUUID();
  await api().post(addresses.jobs()).send({ id, name: 'Dry bag tags' }).expect(201);
  return drawn(
    api().post(addresses.addMeasured({ id })).send({ id: randomUUID(), measured: { shape, measures } }).expect(201),
  );
}
const widthOf = (job: JobDetail, name: string): number => {
  const part = [...job.steps.flatMap(({ parts }) => parts), ...job.otherParts].find((p) => p.name === name)!;
  const box = contourBounds(part.contours, 0.0005)!;
  return box.maxX - box.minX;
};
const turn = (job: JobDetail, measures: Record<string, number>) =>
  api()
    .post(addresses.readAgain({ id: job.artworks[0].id }))
    .send({ keep: true, measured: { shape: job.artworks[0].decided.measured!.shape, measures } });

describe('a measured shape in a job', () => {
  it('is a part with its holes, at true size, under the name of its measures', async () => {
    const job = await jobWith('tag', { width: 38, height: 64, hole: 5, rim: 6 });
    expect(job.artworks[0]).toMatchObject({ source: 'measured', name: 'Tag with a hole, 38 × 64 mm' });
    const [part] = job.steps[0].parts;
    expect([part.name, part.contours.length]).toEqual(['tag', 2]);
    expect(widthOf(job, 'tag')).toBeCloseTo(38, 2);
  });

  it('has its measures changed later, and what stands on it goes along', async () => {
    let job = await jobWith('tag', { width: 38, height: 64 });
    const [{ id }] = job.steps[0].parts;
    job = await drawn(
      api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(wish(job, { do: 'draw-outline', partIds: [id], distanceMm: 3 }))
        .expect(200),
    );
    expect(widthOf(job, 'tag, outline at 3 mm')).toBeCloseTo(44, 1);
    job = await drawn(turn(job, { width: 50, height: 64 }).expect(200));
    expect(job.artworks[0].name).toBe('Tag with a hole, 50 × 64 mm');
    expect(job.steps[0].parts.some((part) => part.id === id)).toBe(true);
    expect(widthOf(job, 'tag, outline at 3 mm')).toBeCloseTo(56, 1);
    job = await drawn(
      api()
        .post(addresses.undoInJob({ id: job.id }))
        .send({ version: job.version })
        .expect(200),
    );
    expect(widthOf(job, 'tag')).toBeCloseTo(38, 2);
  });

  it('refuses measures that cannot be by their name, and loses nothing', async () => {
    const job = await jobWith('ring', { diameter: 40, inner: 20 });
    const answer = await turn(job, { diameter: 40, inner: 50 }).expect(422);
    expect(answer.body.error).toMatchObject({
      field: 'measures.inner',
      message: 'Nothing is left of the ring: inner diameter may be 39.8 mm at most at this size; 50 mm came.',
    });
    expect(
      (
        await drawn(
          api()
            .get(addresses.job({ id: job.id }))
            .expect(200),
        )
      ).version,
    ).toBe(job.version);
    const egg = { id: randomUUID(), measured: { shape: 'egg', measures: {} } };
    expect(
      (
        await api()
          .post(addresses.addMeasured({ id: job.id }))
          .send(egg)
          .expect(422)
      ).body.error.message,
    ).toContain('A shape of the shelf was expected');
    const words = { id: randomUUID(), measured: { shape: 'ring', measures: { inner: 'wide' } } };
    await api()
      .post(addresses.addMeasured({ id: job.id }))
      .send(words)
      .expect(400);
  });
});

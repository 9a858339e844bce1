import { randomUUID } from 'node:crypto';
import { addresses, type JobDetail, type JobSummary } from '@keen-anvil/contract';
import { readGcode } from '@keen-anvil/core/output';
import { burntBy } from '@keen-anvil/core/standins';
import { asker } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const { api, drawn } = asker(() => server);
const jobNamed = async (name: string): Promise<JobDetail> => {
  const { id } = ((await api().get(`${addresses.jobs()}?limit=50`)).body as JobSummary[]).find(
    (job) => job.name === name,
  )!;
  return drawn(api().get(addresses.job({ id })).expect(200));
};
const bytes = async (path: string): Promise<{ body: Buffer; name: string }> => {
  const { body, headers } = await api()
    .get(path)
    .buffer(true)
    .parse((response, done) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => done(null, Buffer.concat(chunks)));
    })
    .expect(200);
  return { body: body as Buffer, name: String(headers['content-disposition']) };
};

describe('the drawing of a step', () => {
  it('comes at true size with its processes as layers, as SVG and DXF that are read again, and as PDF', async () => {
    const job = await jobNamed('Kit tags');
    const step = job.steps.find(({ process }) => process === 'laser-cut')!;
    const sheet = step.sheets[0].id;
    const svg = await bytes(addresses.stepDrawing({ id: step.id, sheet, format: 'svg' }));
    expect(svg.name).toContain('Kit tags - step 2 - Veg-tan leather.svg');
    const dxf = await bytes(addresses.stepDrawing({ id: step.id, sheet, format: 'dxf' }));
    const pdf = await bytes(addresses.stepDrawing({ id: step.id, sheet, format: 'pdf' }));
    expect(pdf.body.subarray(0, 5).toString()).toBe('%PDF-');
    for (const [name, file] of [
      ['tags.svg', svg],
      ['tags.dxf', dxf],
    ] as const) {
      const id = randomUUID();
      await api().post(addresses.jobs()).send({ id, name });
      const read = await drawn(
        api()
          .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName: name }))
          .set('Content-Type', 'application/octet-stream')
          .send(file.body),
      );
      const { minX, maxX } = read.artworks[0].drawn;
      expect(maxX - minX).toBeCloseTo(420, 1);
      const parts = [...read.steps.flatMap((one) => one.parts), ...read.otherParts];
      expect(new Set(parts.map(({ layer }) => layer))).toEqual(new Set(['Sheet', 'Laser cut']));
    }
    expect((await api().get(`/api/steps/${step.id}/drawing?format=doc`).expect(422)).body.error.message).toContain(
      'svg, dxf, pdf',
    );
  });
});

describe('a photo engraved on bamboo', () => {
  const job = () => jobNamed('Prize board with a photo');
  const file = async (now: JobDetail) => (await bytes(addresses.stepFile({ id: now.steps[0].id }))).body.toString();

  it('is dots where it is dark, cropped to its frame, and much less than a full area', async () => {
    const now = await job();
    expect(now.steps[0]).toMatchObject({ process: 'laser-area' });
    const { moves, unread } = readGcode(await file(now), 400);
    expect(unread).toEqual([]);
    const burnt = moves.filter(({ power }) => power > 0);
    const long = burnt.reduce((sum, { from, to }) => sum + Math.abs(to.x - from.x), 0);
    const [left, right] = [Math.min, Math.max].map((end) =>
      end(...burnt.slice(0, 50_000).flatMap(({ from, to }) => [from.x, to.x])),
    );
    const rows = new Set(burnt.map(({ from }) => from.y.toFixed(2))).size;
    expect(burnt.length).toBeGreaterThan(5000);
    expect(long / ((right - left) * rows)).toBeGreaterThan(0.05);
    expect(long / ((right - left) * rows)).toBeLessThan(0.9);
  });

  it('has a power that follows its shades where that is asked for', async () => {
    const now = await job();
    const changed = await drawn(
      api()
        .post(addresses.actOnJob({ id: now.id }))
        .send(
          wish(now, {
            do: 'change-step',
            stepId: now.steps[0].id,
            cut: {
              order: 'shortest',
              leadInMm: null,
              tabs: null,
              picture: { way: 'by power', contrast: 1, isInverted: false },
            },
          }),
        )
        .expect(200),
    );
    const powers = new Set(burntBy(await file(changed), { x: 0, y: 400 }, 0).map(({ power }) => power));
    expect(powers.size).toBeGreaterThan(20);
    const started = await api()
      .post(addresses.runsOfJob({ id: now.id }))
      .send({ seriesId: randomUUID(), speedUp: 2000 })
      .expect(201);
    expect(started.body[0].estimateSeconds).toBeGreaterThan(10);
    await api()
      .post(addresses.commandRun({ id: started.body[0].id }))
      .send({ action: 'cancel' });
  });
});

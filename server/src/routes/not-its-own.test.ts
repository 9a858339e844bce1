import { randomUUID } from 'node:crypto';
import { addresses, type JobDetail, type MaterialView } from '@keen-anvil/contract';
import { asker } from '../../testing/ask';
import { readyJob } from '../../testing/ready-job';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());
const { api, byName, drawn, get } = asker(() => server);

/** How many rows there are of what could be written, and what they hold in all. */
const rows = async (): Promise<unknown> =>
  (
    await server.pool.query(`SELECT
      (SELECT array_agg(s::text ORDER BY id) FROM job_step s) AS steps, (SELECT array_agg(p::text ORDER BY id) FROM job_part p) AS parts,
      (SELECT array_agg(l::text ORDER BY id) FROM placement l) AS places, (SELECT array_agg(g::text ORDER BY id) FROM garment g) AS garments,
      (SELECT array_agg(f::text ORDER BY id) FROM finishing_line f) AS finishing, (SELECT array_agg(p::text ORDER BY id) FROM preparation_line p) AS preparation,
      (SELECT array_agg(p::text ORDER BY id) FROM stock_piece p) AS pieces`)
  ).rows[0];
/** Nothing is written by what is refused. */
async function refusedWhole(asked: () => PromiseLike<{ status: number; body: { error: { code: string } } }>) {
  const before = await rows();
  const { status, body } = await asked();
  expect([409, 422]).toContain(status);
  expect(await rows()).toEqual(before);
  return body.error.code;
}

describe('an id that belongs to something else', () => {
  it('is refused for a step that another job has, and that job keeps it', async () => {
    const [job, other]: JobDetail[] = [await readyJob({ api, drawn }), await readyJob({ api, drawn })];
    const partIds = [job.steps[0].parts[0].id];
    const split = () =>
      api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(wish(job, { do: 'split-step', partIds, stepId: other.steps[0].id }));
    expect(await refusedWhole(split)).toBe('exists');
    expect(
      (
        await drawn(
          api()
            .get(addresses.job({ id: job.id }))
            .expect(200),
        )
      ).version,
    ).toBe(job.version);
  });

  it('is refused for lines and garments, and the same one again is taken as said already', async () => {
    const measures = {
      chestWidthMm: 480,
      lengthMm: 660,
      neckWidthMm: 180,
      neckDropMm: 100,
      sleeveLengthMm: 40,
      sleeveWidthMm: 200,
    };
    for (const [path, one, another] of [
      [addresses.garments(), { name: 'Club vest', measures }, { name: 'Cox vest', measures }],
      [
        addresses.addFinishingLine(),
        { text: 'Photograph it', process: null, minutes: null },
        { text: 'Wrap it', process: null, minutes: 5 },
      ],
      [
        addresses.preparationLines(),
        { text: 'Window open', process: null, machineId: null },
        { text: 'Door shut', process: 'draw', machineId: null },
      ],
    ] as const) {
      const id = randomUUID();
      const first = await api()
        .post(path)
        .send({ id, ...one });
      expect(first.status).toBeLessThan(300);
      expect(
        (
          await api()
            .post(path)
            .send({ id, ...one })
        ).status,
      ).toBe(first.status);
      expect(
        await refusedWhole(() =>
          api()
            .post(path)
            .send({ id, ...another }),
        ),
      ).toBe('exists');
    }
  });

  it('is refused for a photo that nobody has kept', async () => {
    const leather = await byName<MaterialView>(addresses.materials(), 'Veg-tan leather');
    const box = { minX: 0, minY: 0, maxX: 100, maxY: 100 };
    const piece = { name: 'belly', kind: 'sheet', widthMm: 100, lengthMm: 100, count: 1, outline: null };
    const photo = { photoId: randomUUID(), box };
    const add = () =>
      api()
        .post(addresses.addPiece({ id: leather.id }))
        .send({ id: randomUUID(), ...piece, photo });
    expect(await refusedWhole(add)).toBe('refused');
    expect((await get<MaterialView[]>(addresses.materials())).length).toBeGreaterThan(0);
  });
});

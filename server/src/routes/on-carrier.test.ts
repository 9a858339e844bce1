import { randomUUID } from 'node:crypto';
import { addresses, type MaterialView, type RunView } from '@keen-anvil/contract';
import { asker } from '../../testing/ask';
import { readyJob } from '../../testing/ready-job';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const { api, drawn } = asker(() => server);
const PLATE =
  '<svg xmlns="http://www.w3.org/2000/svg" width="30mm" height="30mm" viewBox="0 0 30 30"><rect width="30" height="30" fill="#123456"/></svg>';

describe('three pieces on one carrier', () => {
  it('are started once, worked without a stop, each by a file of its own place, and taken from the stock one by one', async () => {
    const job = await readyJob({ api, drawn }, ['Outdoor vinyl, white'], PLATE);
    const [step] = job.steps;
    const materials: MaterialView[] = (await api().get(addresses.materials())).body;
    const material = materials.find(({ id }) => id === step.materialId)!;
    const pieceId = randomUUID();
    await api()
      .post(addresses.addPiece({ id: material.id }))
      .send({ id: pieceId, kind: 'sheet', name: 'Strip', widthMm: 70, lengthMm: 200, count: 3, outline: null })
      .expect(201);
    let now = await drawn(
      api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(wish(job, { do: 'change-step', stepId: step.id, stockPieceId: pieceId, onCarrier: true })),
    );
    const partId = now.steps[0].parts[0].id;
    const lies = [0, 1, 2].map((sheet) => ({ partId, sheet, x: 10, y: 10, angle: 0, turnedOver: false }));
    const sheetId = now.steps[0].sheets[0].id;
    const sheets = [sheetId, null, null].map((id) => ({
      sheetId: id,
      stockPieceId: id ? null : pieceId,
      onCarrier: true,
    }));
    now = await drawn(
      api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(wish(now, { do: 'lay-parts', partIds: [partId], sheets, lies }))
        .expect(200),
    );
    const places = now.steps[0].sheets.map(({ id }, i) => ({ sheetId: id, at: { x: i * 75, y: 5 } }));
    now = await drawn(
      api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(wish(now, { do: 'place-on-carrier', places }))
        .expect(200),
    );
    expect(now.steps[0].sheets.map(({ carrierAt }) => carrierAt)).toEqual(places.map(({ at }) => at));

    const runs: RunView[] = (
      await api()
        .post(addresses.runsOfJob({ id: job.id }))
        .send({ seriesId: randomUUID(), speedUp: 1, led: true })
        .expect(201)
    ).body;
    expect(runs.map(({ hold }) => hold)).toEqual([expect.any(String), null, null]);
    expect(runs[0].preparation!.map(({ text }) => text)).toContainEqual(
      expect.stringContaining(
        '3 pieces taped down with the near left corners 0 mm in and 5 mm up; 75 mm in and 5 mm up; 150',
      ),
    );
    const starts = await Promise.all(
      runs.map(async ({ id }) => {
        const { rows } = await server.pool.query<{ file: string }>(
          'SELECT machine_file AS file FROM run WHERE id = $1',
          [id],
        );
        const across = [...rows[0].file.replace(/PU0,0;/g, '').matchAll(/PU-?\d+,(-?\d+);/g)].map(([, x]) => Number(x));
        return Math.min(...across);
      }),
    );
    expect([starts[1] - starts[0], starts[2] - starts[1]]).toEqual([7500, 7500]);
  });
});

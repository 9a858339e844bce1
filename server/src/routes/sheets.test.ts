import { randomUUID } from 'node:crypto';
import { readHpgl } from '@keen-anvil/core/output';
import { addresses, type JobDetail, type MaterialView, type RunView, type StockPieceView } from '@keen-anvil/contract';
import { asker, textOf } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';
import { DEMO_WORKSHOP_ID } from '../workshop';

let server: TestServer;
const { api, drawn, get } = asker(() => server);
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const square =
  '<svg xmlns="http://www.w3.org/2000/svg" width="20mm" height="20mm" viewBox="0 0 20 20"><rect id="tag" width="20" height="20" fill="#1a1a1a"/></svg>';

/** A job that cuts one square out of a piece of this kind. */
async function jobOn(name: string): Promise<{ job: JobDetail; piece: StockPieceView }> {
  const id = randomUUID();
  await api().post(addresses.jobs()).send({ id, name: 'Tags on several sheets' }).expect(201);
  let job = await drawn(
    api()
      .put(addresses.bringIn({ id, artworkId: randomUUID(), fileName: 'tag.svg' }))
      .set('Content-Type', 'image/svg+xml')
      .send(square)
      .expect(201),
  );
  const material = (await get<MaterialView[]>(addresses.materials())).find((m) => m.name === name)!;
  job = await drawn(
    api()
      .post(addresses.actOnJob({ id }))
      .send(wish(job, { do: 'change-step', stepId: job.steps[0].id, materialId: material.id }))
      .expect(200),
  );
  return { job, piece: material.pieces.find(({ id: pieceId }) => pieceId === job.steps[0].stockPieceId)! };
}

/** Lays the square a second time on its sheet, and once on another sheet of the same piece. */
async function withCopies(job: JobDetail): Promise<JobDetail> {
  const [first] = job.steps[0].parts[0].places;
  const second = randomUUID();
  await server.pool.query(
    `INSERT INTO job_sheet (id, workshop_id, job_id, number, stock_piece_id, on_carrier)
     SELECT $1, workshop_id, job_id, 2, stock_piece_id, on_carrier FROM job_sheet WHERE id = $2`,
    [second, first.sheetId],
  );
  await server.pool.query(
    `INSERT INTO placement (id, workshop_id, job_id, position, part_id, sheet_id, x_mm, y_mm, angle, turned_over)
     VALUES ($1, $3, $4, 1, $5, $6, $8, $9, 0, false), ($2, $3, $4, 2, $5, $7, $10, $9, 0, false)`,
    [
      randomUUID(),
      randomUUID(),
      DEMO_WORKSHOP_ID,
      job.id,
      first.partId,
      first.sheetId,
      second,
      first.x + 30,
      first.y,
      first.x + 5,
    ],
  );
  return drawn(api().get(addresses.job({ id: job.id })));
}

/** Where the tool goes down, to the mm. */
const downAt = (hpgl: string): string[] =>
  readHpgl(hpgl).strokes.map(({ points: [{ x, y }] }) => `${Math.round(x)} ${Math.round(y)}`);

describe('a part that lies several times, on two sheets', () => {
  it('is in the file of each sheet as often as it lies there', async () => {
    const job = await withCopies((await jobOn('Outdoor vinyl, navy')).job);
    const [step] = job.steps;
    expect(step.sheets.map(({ turn, of }) => [turn, of])).toEqual([
      [1, 2],
      [2, 2],
    ]);
    const [one, two] = await Promise.all(
      step.sheets.map(
        async ({ id }) =>
          (
            await textOf(
              api()
                .get(addresses.stepFile({ id: step.id, sheet: id }))
                .expect(200),
            )
          ).body,
      ),
    );
    const [a, b] = [downAt(one), downAt(two)];
    expect([a.length, b.length]).toEqual([2, 1]);
    expect(new Set([...a, ...b]).size).toBe(3);
    expect(
      (
        await api()
          .get(addresses.stepFile({ id: step.id }))
          .expect(422)
      ).body.error.message,
    ).toBe('This step is done on 2 sheets, each with a file of its own: say which.');
    await api()
      .get(addresses.stepFile({ id: step.id, sheet: randomUUID() }))
      .expect(404);
  });

  it('is run sheet by sheet, with a hold between, and each sheet is taken from stock', async () => {
    const { job: plain, piece } = await jobOn('Outdoor vinyl, navy');
    const job = await withCopies(plain);
    const started: RunView[] = (
      await api()
        .post(addresses.runsOfJob({ id: job.id }))
        .send({ seriesId: randomUUID(), speedUp: 1, byHand: true, knowing: true })
        .expect(201)
    ).body;
    expect(started.map(({ stepNumber, sheetTurn, sheetOf, hold }) => [stepNumber, sheetTurn, sheetOf, hold])).toEqual([
      [1, 1, 2, null],
      [1, 2, 2, 'Put in Outdoor vinyl, navy'],
    ]);
    expect(started.map(({ sheetId }) => sheetId)).toEqual(job.steps[0].sheets.map(({ id }) => id));
    for (const { id } of started) {
      for (const action of ['start', 'done']) await api().post(addresses.commandRun({ id })).send({ action });
    }
    const done: RunView[] = (
      await api()
        .get(addresses.runsOfJob({ id: job.id }))
        .expect(200)
    ).body;
    expect(done.map(({ progress }) => progress.state)).toEqual(['finished', 'finished']);
    const material = (await get<MaterialView[]>(addresses.materials())).find(
      ({ name }) => name === 'Outdoor vinyl, navy',
    )!;
    const left = material.pieces.find(({ id }) => id === piece.id)!;
    const { rows } = await server.pool.query<{ mm: number }>('SELECT used_length_mm AS mm FROM run WHERE job_id = $1', [
      job.id,
    ]);
    expect(rows.every(({ mm }) => mm > 20)).toBe(true);
    expect(piece.lengthMm - left.lengthMm).toBeCloseTo(
      rows.reduce((sum, { mm }) => sum + mm, 0),
      6,
    );
  });
});

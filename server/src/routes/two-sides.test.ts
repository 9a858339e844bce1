import { randomUUID } from 'node:crypto';
import { addresses, type JobDetail, type JobSummary, type RunView } from '@keen-anvil/contract';
import { laidOn, turnMarksOf } from '@keen-anvil/core/steps';
import { contourBounds, transformContour, type Affine, type Point } from '@keen-anvil/core/geometry';
import { planeAt, turnedSheet } from '@keen-anvil/core/layout';
import { pointsOfMove, readGcode } from '@keen-anvil/core/output';
import { brought } from '@keen-anvil/core/registration';
import { asker } from '../../testing/ask';
import { wish } from '../../testing/wish';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
const { api, drawn, get } = asker(() => server);
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

/** Of the diode in the demo’s plywood: ten strips measured 98.6 mm. */
const KERF_MM = 0.14;
const LEAD_IN_MM = 1;
const SHEET = { widthMm: 400, lengthMm: 300 };
const LEFT_RIGHT = turnedSheet('left-right', SHEET);

async function medals(): Promise<JobDetail> {
  const { id } = (await get<JobSummary[]>(addresses.jobs())).find(({ name }) => name === 'Finishers’ medals')!;
  return drawn(api().get(addresses.job({ id })).expect(200));
}

/** Where the beam is on in a run's file, in mm of the sheet. */
async function pointsOf({ id }: RunView): Promise<Point[]> {
  const { rows } = await server.pool.query<{ text: string }>('SELECT machine_file AS text FROM run WHERE id = $1', [
    id,
  ]);
  // The diode counts y up from its near edge.
  return readGcode(rows[0].text, 400)
    .moves.filter(({ power }) => power > 0)
    .flatMap((move) => [move.from, ...pointsOfMove(move, 0.02)]);
}

/** How far a point is from the lines between points, in mm. */
const offLine = ({ x, y }: Point, line: Point[]): number =>
  line.slice(1).reduce((least, b, i) => {
    const [a, dx, dy] = [line[i], b.x - line[i].x, b.y - line[i].y];
    const along = Math.min(1, Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / (dx * dx + dy * dy || 1)));
    return Math.min(least, Math.hypot(a.x + along * dx - x, a.y + along * dy - y));
  }, Infinity);

const act = (run: RunView, action: string) =>
  api()
    .post(addresses.commandRun({ id: run.id }))
    .send({ action })
    .expect(200);
const runs = (jobId: string) => get<RunView[]>(addresses.runsOfJob({ id: jobId }));

describe('a board that is engraved on both sides', () => {
  it('is turned over between, and its back is brought behind its front by its marks', async () => {
    const job = await medals();
    expect(job.steps.map(({ process, turned }) => [process, turned])).toEqual([
      ['laser-area', null],
      ['laser-cut', null],
      ['laser-area', 'left-right'],
      ['laser-cut', 'left-right'],
    ]);
    const [front, marks, back, cut]: RunView[] = (
      await api()
        .post(addresses.runsOfJob({ id: job.id }))
        .send({ seriesId: randomUUID(), speedUp: 2000, byHand: true, knowing: true })
        .expect(201)
    ).body;
    expect([front, marks, back, cut].map(({ hold }) => hold)).toEqual([
      null,
      null,
      'Turn the sheet over, left to right',
      null,
    ]);
    const sheet = job.steps[2].sheets[0];
    const drawnMarks = turnMarksOf(job, { ...sheet, ...SHEET, turned: 'left-right' })!;
    // Round the board, 12 mm from its edges; the last one of the front further in, to be told by.
    expect(drawnMarks.map(({ x, y }) => [Math.round(x * 10) / 10, Math.round(y * 10) / 10])).toEqual([
      [13.5, 13.5],
      [386.5, 13.5],
      [25.5, 286.5],
      [386.5, 286.5],
    ]);

    // Cut from the back, the rims lie where the front has them, turned over.
    const rims = job.steps[3].parts.map((part) =>
      contourBounds(part.contours.map((c) => transformContour(c, planeAt(laidOn(part, sheet)[0].place))))!,
    );
    const plainCut = await pointsOf(cut);
    const [least, most] = [Math.min, Math.max].map((of) => of(...plainCut.map(({ x }) => x)));
    // The cut goes round them by half of its kerf.
    const half = KERF_MM / 2;
    expect(least).toBeCloseTo(SHEET.widthMm - Math.max(...rims.map(({ maxX }) => maxX)) - half, 1);
    expect(most).toBeCloseTo(SHEET.widthMm - Math.min(...rims.map(({ minX }) => minX)) + half, 1);

    const angle = (0.8 * Math.PI) / 180;
    const lies: Affine = [Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle), 1.5, -1];
    const read = drawnMarks.map((mark, i) => ({ mark: i, ...brought(lies, mark) }));
    const tell = (run: RunView, marksRead: typeof read) =>
      api()
        .post(addresses.readMarks({ id: run.id }))
        .send({ read: marksRead });
    // The front is under way: nothing is read for it.
    await tell(front, read).expect(409);
    await act(front, 'done');
    await act(marks, 'done');
    expect((await runs(job.id))[2]).toMatchObject({ isBrought: false, progress: { state: 'holding' } });
    // Turned the wrong way, the odd mark lies elsewhere.
    const wrong = drawnMarks.map((mark, i) => ({
      mark: i,
      ...brought(lies, { x: SHEET.widthMm - mark.x, y: mark.y }),
    }));
    const swapped = [wrong[1], wrong[0], wrong[3], wrong[2]].map((at, mark) => ({ ...at, mark }));
    expect((await tell(back, swapped).expect(422)).body.error.message).toMatch(/do not fit/);
    await tell(back, [{ ...read[0], mark: 9 }]).expect(400);
    const plainBack = await pointsOf(back);
    for (let twice = 0; twice < 2; twice++)
      expect((await tell(back, read).expect(200)).body).toMatchObject({ isBrought: true });
    const broughtCut = await pointsOf(cut);
    expect(broughtCut.length).toBeGreaterThan(100);
    const off = plainCut.filter((_, i) => i % 9 === 0).map((point) => offLine(brought(lies, point), broughtCut));
    // Where a line is entered from the waste may be another place of it.
    expect(off.filter((mm) => mm >= 0.1).length / off.length).toBeLessThan(0.03);
    expect(Math.max(...off)).toBeLessThan(LEAD_IN_MM + 0.1);
    // Rows are rows of the machine: what they cover is what was turned.
    const corners = (points: Point[]) =>
      points.reduce((sum, { x, y }) => ({ x: sum.x + x / points.length, y: sum.y + y / points.length }), {
        x: 0,
        y: 0,
      });
    const should = brought(lies, corners(plainBack));
    const is = corners(await pointsOf(back));
    expect(Math.hypot(is.x - should.x, is.y - should.y)).toBeLessThan(0.6);
    await act(back, 'start');
    await tell(back, read).expect(409);
    // What is gone over again lies there, too.
    await act(back, 'done');
    await api()
      .post(addresses.scoreRun({ id: back.id }))
      .send({ outcome: 'under' })
      .expect(200);
    await act(
      (await runs(job.id)).find(({ id }) => id === cut.id)!,
      'cancel',
    );
    expect(brought(LEFT_RIGHT, brought(LEFT_RIGHT, { x: 3, y: 4 }))).toEqual({ x: 3, y: 4 });
  });

  it('needs its marks before they can be read', async () => {
    const job = await medals();
    const marked = job.steps[1].parts.map(({ id }) => id);
    const without = await drawn(
      api()
        .post(addresses.actOnJob({ id: job.id }))
        .send(wish(job, { do: 'change-role', partIds: marked, role: 'out' }))
        .expect(200),
    );
    expect(without.steps).toHaveLength(3);
    const [front, back]: RunView[] = (
      await api()
        .post(addresses.runsOfJob({ id: job.id }))
        .send({ seriesId: randomUUID(), speedUp: 2000, byHand: true, knowing: true })
        .expect(201)
    ).body;
    await act(front, 'done');
    const { body } = await api()
      .post(addresses.readMarks({ id: back.id }))
      .send({ read: [0, 1, 2, 3].map((mark) => ({ mark, x: mark, y: mark })) })
      .expect(422);
    expect(body.error.message).toBe('This sheet has no marks to turn by: put them on it, and cut them with its front.');
    await act(back, 'cancel');
  });
});

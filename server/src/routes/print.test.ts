import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { addresses, type JobDetail, type JobSummary, type RunView } from '@keen-anvil/contract';
import { laidOn } from '@keen-anvil/core/steps';
import { offset, regionOf, transformContour, type Affine, type Point } from '@keen-anvil/core/geometry';
import { planeAt } from '@keen-anvil/core/layout';
import { readHpgl } from '@keen-anvil/core/output';
import { brought, marksOf, USUAL_MARKS } from '@keen-anvil/core/registration';
import { PDFDocument } from 'pdf-lib';
import sharp from 'sharp';
import { asker, bytesOf } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';

let server: TestServer;
const { api, drawn, get } = asker(() => server);
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const PER_MM = 10;
const A4 = { widthMm: 210, heightMm: 297 };
const marks = marksOf(A4, USUAL_MARKS);

async function stickers(): Promise<{ job: JobDetail; sheetId: string }> {
  const jobs = await get<JobSummary[]>(addresses.jobs());
  const { id } = jobs.find(({ name }) => name === 'Crew stickers')!;
  const job = await drawn(api().get(addresses.job({ id })).expect(200));
  return { job, sheetId: job.steps[0].sheets[0].id };
}

/** The page as a picture: how dark it is at a place, 0 to 255. */
async function page(job: JobDetail, sheetId: string, stretch = 1) {
  const bytes = await bytesOf(
    api().get(addresses.printPage({ id: job.id, sheetId, stretchX: stretch, stretchY: stretch })),
  );
  const size = (await PDFDocument.load(bytes)).getPage(0).getSize();
  const folder = mkdtempSync(join(tmpdir(), 'keen-anvil-print-'));
  writeFileSync(join(folder, 'page.pdf'), bytes);
  execFileSync('pdftoppm', [
    '-r',
    String(25.4 * PER_MM),
    '-png',
    '-singlefile',
    join(folder, 'page.pdf'),
    join(folder, 'page'),
  ]);
  const { data, info } = await sharp(join(folder, 'page.png'))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  rmSync(folder, { recursive: true });
  const at = ({ x, y }: Point): [number, number, number] => {
    const i = (Math.floor(y * PER_MM) * info.width + Math.floor(x * PER_MM)) * info.channels;
    return [data[i], data[i + 1], data[i + 2]];
  };
  return {
    size,
    at,
    isWhite: (point: Point) => Math.min(...at(point)) > 253,
    isBlack: (point: Point) => Math.max(...at(point)) < 60,
  };
}

describe('a sheet that is printed before it is cut', () => {
  it('comes as a page at true size, with its marks where the cut looks for them', async () => {
    const { job, sheetId } = await stickers();
    const { size, isBlack, isWhite } = await page(job, sheetId);
    expect(size.width / (72 / 25.4)).toBeCloseTo(A4.widthMm, 2);
    expect(size.height / (72 / 25.4)).toBeCloseTo(A4.heightMm, 2);
    for (const { x, y } of marks) {
      const inward = { x: Math.sign(A4.widthMm / 2 - x), y: Math.sign(A4.heightMm / 2 - y) };
      expect(isBlack({ x, y })).toBe(true);
      expect(isBlack({ x: x + 8 * inward.x, y })).toBe(true);
      expect(isBlack({ x, y: y + 8 * inward.y })).toBe(true);
      expect(isWhite({ x: x - inward.x, y: y - inward.y })).toBe(true);
    }
  });

  it('is printed up to its bleed beyond the cut, all the way round, and not further', async () => {
    const { job, sheetId } = await stickers();
    const { isWhite } = await page(job, sheetId);
    const sheet = job.steps[0].sheets[0];
    const rims = job.steps.flatMap(({ parts }) => parts).filter(({ print }) => print && print.bleedMm > 0);
    expect(rims.length).toBeGreaterThan(0);
    for (const rim of rims) {
      const bleed = rim.print!.bleedMm;
      const [{ place }] = laidOn(rim, sheet);
      const lies = regionOf(rim.contours.map((contour) => transformContour(contour, planeAt(place))));
      const [inside, outside] = [offset(lies, bleed - 0.25), offset(lies, bleed + 0.4)].map((region) => region.flat());
      expect(inside.length).toBeGreaterThan(20);
      // The rim of the demo is a shade off the white of the paper.
      expect(inside.filter(isWhite)).toEqual([]);
      expect(outside.filter((point) => !isWhite(point))).toEqual([]);
    }
  });

  it('is made smaller for a printer that makes things larger', async () => {
    const { job, sheetId } = await stickers();
    const { isBlack } = await page(job, sheetId, 1.02);
    for (const { x, y } of marks) expect(isBlack({ x: x / 1.02, y: y / 1.02 })).toBe(true);
    await api()
      .get(addresses.printPage({ id: job.id, sheetId, stretchX: 1.5, stretchY: 1.5 }))
      .expect(422);
    await api()
      .get(addresses.printPage({ id: job.id, sheetId: randomUUID(), stretchX: 1, stretchY: 1 }))
      .expect(404);
  });

  it('is cut where its marks were read, and refused where they make no sense', async () => {
    const { job, sheetId } = await stickers();
    const start = (read: { mark: number; x: number; y: number }[] | null) =>
      api()
        .post(addresses.runsOfJob({ id: job.id }))
        .send({
          seriesId: randomUUID(),
          speedUp: 2000,
          byHand: true,
          knowing: true,
          ...(read ? { marks: [{ sheetId, read }] } : {}),
        });
    const wrong = await start([0, 1, 2, 3].map((mark) => ({ mark, ...marks[[1, 0, 2, 3][mark]] }))).expect(422);
    expect(wrong.body.error.message).toBe('The marks upper left and upper right were taken for each other.');
    await start([{ mark: 7, x: 1, y: 1 }]).expect(400);

    const angle = (1.2 * Math.PI) / 180;
    const lies: Affine = [Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle), 2, -1];
    const plain = await fileOf((await start(null).expect(201)).body as RunView[]);
    await endRuns(job.id);
    const turned = await fileOf(
      (await start(marks.map((mark, i) => ({ mark: i, ...brought(lies, mark) }))).expect(201)).body as RunView[],
    );
    await endRuns(job.id);
    const [from, to] = [plain, turned].map((text) => readHpgl(text).strokes.flatMap(({ points }) => points));
    expect(from.length).toBeGreaterThan(30);
    // The same cut, brought to where the print lies; its order may differ.
    for (const point of from.filter((_, i) => i % 7 === 0)) {
      const should = brought(lies, point);
      const off = Math.min(...to.map(({ x, y }) => Math.hypot(x - should.x, y - should.y)));
      expect(off).toBeLessThan(0.15);
    }
  });
});

async function fileOf([run]: RunView[]): Promise<string> {
  const { rows } = await server.pool.query<{ text: string }>('SELECT machine_file AS text FROM run WHERE id = $1', [
    run.id,
  ]);
  return rows[0].text;
}

async function endRuns(jobId: string): Promise<void> {
  for (const run of await get<RunView[]>(addresses.runsOfJob({ id: jobId })))
    if (['queued', 'running', 'holding', 'paused'].includes(run.progress.state))
      await api()
        .post(addresses.commandRun({ id: run.id }))
        .send({ action: 'cancel' });
}

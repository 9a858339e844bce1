import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { addresses, type JobDetail, type JobSummary, type MachineView, type MaterialView } from '@keen-anvil/contract';
import { laidOn } from '@keen-anvil/core/steps';
import { usedSpots } from '@keen-anvil/core/jobs';
import { knownBounds } from '@keen-anvil/core/geometry';
import { readHpgl } from '@keen-anvil/core/output';
import { findMarkerPage, MARKER_PAGE, trueSize } from '@keen-anvil/core/photo';
import sharp from 'sharp';
import { asker, bytesOf, textOf } from '../../testing/ask';
import { startTestServer, type TestServer } from '../../testing/test-server';
import { wish } from '../../testing/wish';

let server: TestServer;
const { api, drawn, get, byName } = asker(() => server);
beforeAll(async () => void (server = await startTestServer()));
afterAll(() => server.close());

const jobNamed = async (name: string): Promise<JobDetail> => {
  const { id } = (await get<JobSummary[]>(addresses.jobs())).find((job) => job.name === name)!;
  return drawn(api().get(addresses.job({ id })).expect(200));
};
const doTo = (job: JobDetail, action: Parameters<typeof wish>[1]) =>
  api()
    .post(addresses.actOnJob({ id: job.id }))
    .send(wish(job, action));
const picture = () =>
  sharp({ create: { width: 40, height: 60, channels: 3, background: '#b98a5a' } })
    .jpeg()
    .toBuffer();
/** A photo that is kept. */
async function keptPhoto(): Promise<string> {
  const id = randomUUID();
  await api()
    .put(addresses.photo({ id }))
    .send(await picture())
    .expect(204);
  return id;
}
const box = { minX: -10, minY: -5, maxX: 190, maxY: 295 };

describe('photos at true size', () => {
  it('are kept under the id of their device, once', async () => {
    const id = randomUUID();
    for (let twice = 0; twice < 2; twice++)
      await api()
        .put(addresses.photo({ id }))
        .send(await picture())
        .expect(204);
    const { body } = await api().get(addresses.photo({ id })).expect(200);
    expect(await sharp(body as Buffer).metadata()).toMatchObject({ width: 40, height: 60, format: 'jpeg' });
    const broken = await api()
      .put(addresses.photo({ id: randomUUID() }))
      .send(Buffer.from('no photo'))
      .expect(422);
    expect(broken.body.error.message).toContain('A photo was expected');
  });

  it('lie under a sheet, and are taken back like anything else', async () => {
    const job = await jobNamed('Kit tags');
    const [sheet] = job.steps[0].sheets;
    const photo = { photoId: await keptPhoto(), box };
    const nowhere = { photoId: randomUUID(), box };
    const missing = await doTo(job, { do: 'photograph-sheet', sheetId: sheet.id, photo: nowhere }).expect(422);
    expect(missing.body.error.message).toContain('That photo is not in this workshop');
    const with1 = await drawn(doTo(job, { do: 'photograph-sheet', sheetId: sheet.id, photo }).expect(200));
    expect(with1.steps[0].sheets[0].photo).toEqual(photo);
    expect(with1.undo).toBe('the photo under a sheet');
    const without = await drawn(doTo(with1, { do: 'photograph-sheet', sheetId: sheet.id, photo: null }).expect(200));
    expect(without.steps[0].sheets[0].photo).toBeNull();
    const flat = { photoId: randomUUID(), box: { ...box, maxX: -10 } };
    const refused = await doTo(without, { do: 'photograph-sheet', sheetId: sheet.id, photo: flat }).expect(422);
    expect(refused.body.error.message).toBe('A photo shows 1 to 10000 mm each way; 0 × 300 mm came.');
    await doTo(without, { do: 'photograph-sheet', sheetId: randomUUID(), photo }).expect(422);
  });

  it('stay with a piece, in the coordinates of its outline, as its used spots do', async () => {
    const leather = await byName<MaterialView>(addresses.materials(), 'Veg-tan leather');
    const id = randomUUID();
    const ring = (x: number, y: number, size: number) => [
      { x, y },
      { x: x + size, y },
      { x: x + size, y: y + size },
      { x, y: y + size },
    ];
    const photo = { photoId: await keptPhoto(), box };
    await api()
      .post(addresses.addPiece({ id: leather.id }))
      .send({
        id,
        name: 'belly',
        kind: 'offcut',
        widthMm: 1,
        lengthMm: 1,
        count: 1,
        outline: ring(20, 30, 150),
        holes: [ring(60, 70, 10)],
        photo,
      })
      .expect(201);
    const piece = async () =>
      (await byName<MaterialView>(addresses.materials(), 'Veg-tan leather')).pieces.find((each) => each.id === id)!;
    const kept = await piece();
    // Counted from the corner of its outline, whatever corner it was drawn from.
    expect(kept).toMatchObject({ widthMm: 150, lengthMm: 150, holes: [ring(40, 40, 10)] });
    expect(kept.photo!.box).toEqual({ minX: -30, minY: -35, maxX: 170, maxY: 265 });
    expect(usedSpots(kept)).toEqual([ring(40, 40, 10)]);
    // A form that knows nothing of them leaves them as they are.
    const { outline, name, kind, widthMm, lengthMm } = kept;
    await api()
      .put(addresses.changePiece({ id }))
      .send({ version: kept.version, outline, name: `${name}, half`, kind, widthMm, lengthMm, count: 1 })
      .expect(200);
    expect(await piece()).toMatchObject({ name: 'belly, half', holes: kept.holes, photo: kept.photo });
    const wrong = {
      version: kept.version + 1,
      name,
      kind,
      widthMm,
      lengthMm,
      count: 1,
      outline,
      holes: [[{ x: 1, y: 1 }]],
    };
    await api().put(addresses.changePiece({ id })).send(wrong).expect(400);
  });

  it('come with the trials that a tuning has left on the only one of a piece', async () => {
    const materials = await get<MaterialView[]>(addresses.materials());
    const tried = materials.flatMap(({ pieces }) => pieces).filter(({ trials }) => trials.length > 0);
    expect(tried.length).toBeGreaterThan(0);
    for (const piece of tried)
      expect(usedSpots(piece)).toHaveLength(piece.count === 1 && piece.kind !== 'roll' ? piece.trials.length : 0);
  });
});

describe('the marker page', () => {
  it('is found by itself in its own print, and is of true size', async () => {
    const bytes = await bytesOf(api().get(addresses.markerPage()));
    const folder = mkdtempSync(join(tmpdir(), 'keen-anvil-marker-'));
    writeFileSync(join(folder, 'page.pdf'), bytes);
    const perMm = 4;
    execFileSync('pdftoppm', [
      '-r',
      String(25.4 * perMm),
      '-png',
      '-singlefile',
      join(folder, 'page.pdf'),
      join(folder, 'page'),
    ]);
    const { data, info } = await sharp(join(folder, 'page.png'))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    rmSync(folder, { recursive: true });
    const photo = { width: info.width, height: info.height, data: Uint8ClampedArray.from(data), dotsPerInch: null };
    const { toThing, residualMm } = trueSize(findMarkerPage(photo)!, photo);
    expect(residualMm).toBeLessThan(0.1);
    for (const [x, y] of [
      [0, 0],
      [MARKER_PAGE.widthMm, MARKER_PAGE.heightMm],
    ]) {
      const seen = toThing({ x: x * perMm, y: y * perMm });
      expect(Math.hypot(seen.x - x, seen.y - y)).toBeLessThan(0.4);
    }
  });
});

describe('what is set for a machine', () => {
  it('moves the marks of the pages that it cuts', async () => {
    const job = await jobNamed('Crew stickers');
    const step = job.steps[0];
    const machine = (await get<MachineView[]>(addresses.machines())).find(({ id }) => id === step.machineId)!;
    const { id, isArchived: _a, dials, ...fields } = machine;
    const own = dials.map(({ physicalUnit: _p, ...dial }) => dial);
    await api()
      .put(addresses.changeMachine({ id }))
      .send({ ...fields, dials: own, markInsetMm: 20 })
      .expect(200);
    const read = [
      { mark: 0, x: 20, y: 20 },
      { mark: 1, x: 190, y: 20 },
      { mark: 2, x: 20, y: 277 },
      { mark: 3, x: 190, y: 277 },
    ];
    const start = (marks: typeof read) =>
      api()
        .post(addresses.runsOfJob({ id: job.id }))
        .send({
          seriesId: randomUUID(),
          speedUp: 2000,
          byHand: true,
          knowing: true,
          marks: [{ sheetId: step.sheets[0].id, read: marks }],
        });
    // As they lay before, they are too far apart by now.
    const usual = read.map(({ mark, x, y }) => ({ mark, x: x < 100 ? 12 : 198, y: y < 100 ? 12 : 285 }));
    expect((await start(usual).expect(422)).body.error.message).toMatch(/% off/);
    const [run] = (await start(read).expect(201)).body;
    await api()
      .post(addresses.commandRun({ id: run.id }))
      .send({ action: 'cancel' });
    await api()
      .put(addresses.changeMachine({ id }))
      .send({ ...fields, version: fields.version + 1, dials: own, markInsetMm: 1 })
      .expect(400);
  });
});

describe('guides for blanks', () => {
  it('are drawn on the carrier by a file of their own, and never processed', async () => {
    const job = await jobNamed('Boat plates');
    const step = job.steps.find(({ machineId }) => machineId)!;
    const [sheet] = step.sheets;
    const guides = job.otherParts.filter(({ role, stepId }) => role === 'guide' && stepId === step.id);
    expect(guides.length).toBeGreaterThan(0);
    const { status, body } = await textOf(api().get(addresses.guideFile({ id: step.id, sheet: sheet.id })));
    expect(status).toBe(200);
    const points = readHpgl(body).strokes.flatMap((stroke) => stroke.points);
    const [{ place }] = laidOn(guides[0], sheet);
    const { minX, minY, maxX, maxY } = knownBounds(guides[0].contours)!;
    expect(Math.min(...points.map(({ x }) => x))).toBeCloseTo(minX + place.x, 1);
    expect(Math.max(...points.map(({ x }) => x))).toBeCloseTo(maxX + place.x, 1);
    expect(Math.max(...points.map(({ y }) => y)) - Math.min(...points.map(({ y }) => y))).toBeCloseTo(maxY - minY, 1);
    const other = (await jobNamed('Prize coasters')).steps[0];
    const none = await api()
      .get(addresses.guideFile({ id: other.id, sheet: other.sheets[0].id }))
      .expect(422);
    expect(none.body.error.message).toBe('Step 1: there is no guide on its sheet.');
  });
});
